import { apelbyAlbrecht2013 } from "./apelby-albrecht-2013";
import { broadhurst1998 } from "./broadhurst-1998";
import { deville2000 } from "./deville-2000";
import { gillard2001 } from "./gillard-2001";
import { hall2010 } from "./hall-2010";
import { hancock2007 } from "./hancock-2007";
import { hicks2005 } from "./hicks-2005";
import { homayouni2018 } from "./homayouni-2018";
import { kaale2008 } from "./kaale-2008";
import { kasai2006 } from "./kasai-2006";
import { laslett2005 } from "./laslett-2005";
import { laslett2006 } from "./laslett-2006";
import { laslettCentralisation2005 } from "./laslett-centralisation-2005";
import { levangie1999 } from "./levangie-1999";
import { majlesi2008 } from "./majlesi-2008";
import { martin2014 } from "./martin-2014";
import { mens2001 } from "./mens-2001";
import { ogince2007 } from "./ogince-2007";
import { suri2011 } from "./suri-2011";
import { tong2002 } from "./tong-2002";
import { uitvlugt1988 } from "./uitvlugt-1988";
import { urban2015 } from "./urban-2015";
import { vanDerWindt2010 } from "./van-der-windt-2010";
import { wainner2003 } from "./wainner-2003";
import type { AccuracyRecord } from "./types";

export type { AccuracyRecord, Counts } from "./types";

export const EVIDENCE: readonly AccuracyRecord[] = [
  ...laslett2005,
  ...broadhurst1998,
  ...wainner2003,
  ...apelbyAlbrecht2013,
  ...tong2002,
  ...hall2010,
  ...ogince2007,
  ...uitvlugt1988,
  ...kaale2008,
  ...majlesi2008,
  ...urban2015,
  ...vanDerWindt2010,
  ...deville2000,
  ...homayouni2018,
  ...suri2011,
  ...hancock2007,
  ...laslettCentralisation2005,
  ...laslett2006,
  ...hicks2005,
  ...kasai2006,
  ...mens2001,
  ...levangie1999,
  ...gillard2001,
  ...martin2014,
];
