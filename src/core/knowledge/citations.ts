/** The literature the shipped figures come from. Authors appear nowhere else. */
export const CITATIONS = {
  "laslett-2005": "Laslett M, Aprill CN, McDonald B, Young SB. Man Ther 2005;10:207-218",
  "laslett-2003": "Laslett M, Young SB, Aprill CN, McDonald B. Aust J Physiother 2003;49:89-97",
  "van-der-wurff-2006": "van der Wurff P, Buijs EJ, Groen GJ. Arch Phys Med Rehabil 2006;87:10-14",
  "broadhurst-1998": "Broadhurst NA, Bond MJ. J Spinal Disord 1998;11:341-345",
  "saueressig-2021": "Saueressig T, Owen PJ, Diemer F, et al. J Orthop Sports Phys Ther 2021;51:422-431",
  "depalma-2011": "DePalma MJ, Ketchum JM, Saullo T. Pain Med 2011;12:224-233",
  "majlesi-2008": "Majlesi J, Togay H, Unalan H, Toprak S. J Clin Rheumatol 2008;14:87-91",
  "urban-2015": "Urban LM, MacNeil BJ. J Orthop Sports Phys Ther 2015;45:596-603",
  "rudwaleit-2006": "Rudwaleit M, Metter A, Listing J, Sieper J, Braun J. Arthritis Rheum 2006;54:569-578",
  "rabin-2007": "Rabin A, Gerszten PC, Karausky P, et al. Arch Phys Med Rehabil 2007;88:840-843",
  "deville-2000": "Devillé WLJM, van der Windt DAWM, Dzaferagić A, et al. Spine 2000;25:1140-1147",
  "homayouni-2018": "Homayouni K, Jafari SH, Yari H. J Chiropr Med 2018;17:36-43",
  "suri-2011": "Suri P, Rainville J, Katz JN, et al. Spine 2011;36:63-73",
  "wainner-2003": "Wainner RS, Fritz JM, Irrgang JJ, et al. Spine 2003;28:52-62",
  "apelby-albrecht-2013":
    "Apelby-Albrecht M, Andersson L, Kleiva IW, et al. J Manipulative Physiol Ther 2013;36:626-632",
  "tong-2002": "Tong HC, Haig AJ, Yamakawa K. Spine 2002;27:156-159",
  "hall-2010": "Hall TM, Briffa K, Hopper D, Robinson K. J Headache Pain 2010;11:391-397",
  "ogince-2007": "Ogince M, Hall T, Robinson K, Blackmore AM. Man Ther 2007;12:256-262",
  "uitvlugt-1988": "Uitvlugt G, Indenbaum S. Arthritis Rheum 1988;31:918-922",
  "kaale-2008": "Kaale BR, Krakenes J, Albrektsen G, Wester K. Man Ther 2008;13:397-403",
  "laslett-centralisation-2005": "Laslett M, Öberg B, Aprill CN, McDonald B. Spine J 2005;5:370-380",
  "laslett-2006": "Laslett M, McDonald B, Aprill CN, Tropp H, Öberg B. Spine J 2006;6:370-379",
  "hicks-2005": "Hicks GE, Fritz JM, Delitto A, McGill SM. Arch Phys Med Rehabil 2005;86:1753-1762",
  "kasai-2006": "Kasai Y, Morishita K, Kawakita E, et al. Phys Ther 2006;86:1661-1667",
  "martin-2014": "Martin HD, Kivlan BR, Palmer IJ, Martin RL. Knee Surg Sports Traumatol Arthrosc 2014;22:882-888",
  "mens-2001": "Mens JMA, Vleeming A, Snijders CJ, et al. Spine 2001;26:1167-1171",
  "levangie-1999": "Levangie PK. Phys Ther 1999;79:1043-1057",
  "sutlive-2008": "Sutlive TG, Lopez HP, Schnitker DE, et al. J Orthop Sports Phys Ther 2008;38:542-550",
  "gillard-2001": "Gillard J, Pérez-Cousin M, Hachulla E, et al. Joint Bone Spine 2001;68:416-424",
  "hall-repeatability-2010": "Hall T, Briffa K, Hopper D, Robinson K. J Orthop Sports Phys Ther 2010;40:225-229",
  "fritz-2005": "Fritz JM, Piva SR, Childs JD. Eur Spine J 2005;14:743-750",
  "cook-2010": "Cook C, Brown C, Isaacs R, et al. J Man Manip Ther 2010;18:175-180",
  "petersen-2017": "Petersen T, Laslett M, Juhl C. BMC Musculoskelet Disord 2017;18:188",
  "van-der-windt-2010": "van der Windt DAWM, Simons E, Riphagen II, et al. Cochrane Database Syst Rev 2010;2:CD007431",
  "hancock-2007": "Hancock MJ, Maher CG, Latimer J, et al. Eur Spine J 2007;16:1539-1550",
  "konstantinou-2015": "Konstantinou K, Dunn KM, Ogollah R, et al. BMC Musculoskelet Disord 2015;16:332",
  "schwarzer-si-1995": "Schwarzer AC, Aprill CN, Bogduk N. Spine 1995;20:31-37",
  "schwarzer-1994": "Schwarzer AC, Aprill CN, Derby R, et al. Spine 1994;19:1132-1137",
  "schwarzer-facet-1995": "Schwarzer AC, Wang SC, Bogduk N, et al. Ann Rheum Dis 1995;54:100-106",
  "speldewinde-2001": "Speldewinde GC, Bashford GM, Davidson IR. Med J Aust 2001;174:174-176",
  "jull-2008": "Jull GA, O'Leary SP, Falla DL. J Manipulative Physiol Ther 2008;31:525-533",
  "youdas-1992": "Youdas JW, Garrett TR, Suman VJ, et al. Phys Ther 1992;72:770-780",
  "stiell-2001": "Stiell IG, Wells GA, Vandemheen KL, et al. JAMA 2001;286:1841-1848",
} as const;

export type CitationId = keyof typeof CITATIONS;

/**
 * A citation in full, or a clinic's own words for where a figure comes from.
 *
 * @example citationText("suri-2011") // "Suri P, Rainville J, Katz JN, et al. Spine 2011;36:63-73"
 */
export const citationText = (citation: string): string => (CITATIONS as Record<string, string>)[citation] ?? citation;
