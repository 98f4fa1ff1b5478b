import type { CitationId } from "../citations";

/** Risk of bias in one respect: low, high, or unclear from what is at hand. */
export type Risk = "L" | "H" | "U";

/** The four respects in which a study of a test can mislead, in the order of their letters. */
export const QUALITY_PARTS = ["patients", "index test", "reference standard", "flow and timing"] as const;
export type QualityPart = (typeof QUALITY_PARTS)[number];

/** What makes a study look better than the test is, named where the method's weaknesses are listed. */
export const WEAKNESSES = {
  "case-control": "two groups chosen apart were compared, so clear cases against healthy or other people",
  spectrum: "its patients are not those in front of most practitioners",
  "partial verification": "not everybody tested had the reference standard, or could be analysed",
  incorporation: "the tests were part of the reference standard",
  "contested reference": "what it was compared with is itself in doubt",
  "derivation only": "a rule made from these people and tried on no others",
  small: "fewer than 20 people in one of its two groups",
} as const;
export type Weakness = keyof typeof WEAKNESSES;

/** How far a study can be trusted, in four letters, with the reasons. */
export type StudyQuality = {
  /** Patients, index test, reference standard, flow and timing. */
  readonly letters: readonly [Risk, Risk, Risk, Risk];
  readonly because: string;
  readonly weaknesses: readonly Weakness[];
};

/** Said of a rule that was tried on no other people than those it was made from. */
export const DERIVATION_ONLY = "Made from these people and tried on no others: its figures are likely too good.";

const quality = (letters: string, because: string, ...weaknesses: Weakness[]): StudyQuality => ({
  letters: [...letters] as unknown as StudyQuality["letters"],
  because,
  weaknesses,
});

/**
 * By citation. The four respects are those of QUADAS-2; the judgement is that of
 * the makers of this program, made once and not by two people apart. U where the
 * paper would have to be at hand to say more.
 */
export const QUALITY: Partial<Record<CitationId, StudyQuality>> = {
  "laslett-2005": quality(
    "ULLU",
    "chronic patients of a specialist clinic; examiners did not know the block's result; those who were not injected were left out",
    "spectrum",
    "derivation only",
    "small",
  ),
  "laslett-2003": quality(
    "ULLH",
    "a part of the same patients, chosen by how repeated movements went",
    "spectrum",
    "partial verification",
    "derivation only",
    "small",
  ),
  "van-der-wurff-2006": quality(
    "ULLL",
    "referred patients with pain below L5; double blocks; examiners did not know the result",
    "spectrum",
  ),
  "broadhurst-1998": quality(
    "UUHU",
    "the specificity is that of a saline injection, not of people without the source",
    "spectrum",
    "contested reference",
  ),
  "saueressig-2021": quality(
    "UUUU",
    "pooled over studies of mixed quality, quoted without the review at hand; blocks as reference",
    "spectrum",
  ),
  "wainner-2003": quality(
    "LLLU",
    "patients sent for electrodiagnosis, tested without knowing its result; only 19 had the source",
    "derivation only",
    "small",
  ),
  "apelby-albrecht-2013": quality(
    "UUHU",
    "patients of spinal surgeons; the reference was a judgement in which the tests may have been used",
    "incorporation",
    "spectrum",
    "small",
  ),
  "tong-2002": quality("LUUU", "patients sent for electrodiagnosis; few had radiculopathy, how few is not at hand"),
  "hall-2010": quality(
    "HUUL",
    "groups chosen by their headache; the criteria speak of a headache, not of C1-C2",
    "case-control",
  ),
  "ogince-2007": quality(
    "HUUL",
    "cervicogenic headache against migraine and healthy people",
    "case-control",
    "spectrum",
  ),
  "uitvlugt-1988": quality("HULU", "people with rheumatoid arthritis; radiographs as reference", "spectrum"),
  "kaale-2008": quality(
    "HUHU",
    "people after whiplash against healthy people; an MRI signal that healthy people have as well",
    "case-control",
    "contested reference",
  ),
  "majlesi-2008": quality(
    "HUUL",
    "people with a herniation against people without, chosen apart; a herniation on MRI is not root pain",
    "case-control",
  ),
  "van-der-windt-2010": quality(
    "HUHH",
    "people chosen for operation, most of them with a herniation; only they had the reference",
    "spectrum",
    "partial verification",
  ),
  "deville-2000": quality(
    "HUHH",
    "people chosen for operation; only they had the reference; pooled earlier than the review in use",
    "spectrum",
    "partial verification",
  ),
  "urban-2015": quality(
    "UUHU",
    "21 people; the reference was a clinical examination of which neural tests may have been part",
    "incorporation",
    "small",
  ),
  "homayouni-2018": quality("UUUU", "neither the definition nor the number of people is at hand"),
  "suri-2011": quality("UUUU", "MRI of the mid-lumbar spine; a cell holds nobody", "small"),
  "hancock-2007": quality(
    "UUHU",
    "pooled over studies with discography, which is itself contested",
    "contested reference",
    "spectrum",
  ),
  "laslett-centralisation-2005": quality(
    "ULHH",
    "69 of 107 could be analysed; discography is itself contested",
    "partial verification",
    "contested reference",
    "spectrum",
  ),
  "laslett-2006": quality("ULHU", "a single block without a control", "contested reference", "spectrum"),
  "hicks-2005": quality(
    "LLUL",
    "the outcome is success of an exercise programme, not a diagnosis; 18 people succeeded",
    "derivation only",
    "small",
  ),
  "kasai-2006": quality("HUUL", "hospital patients, older, with degenerative disease", "spectrum"),
  "mens-2001": quality("HUUU", "women with pelvic pain after birth against healthy women", "case-control"),
  "levangie-1999": quality("HUHU", "the target was innominate torsion", "case-control", "contested reference"),
  "gillard-2001": quality(
    "UUHU",
    "the final diagnosis used these tests, and other findings, together",
    "incorporation",
    "spectrum",
  ),
  "martin-2014": quality("HUUU", "people sent for endoscopy; 10 were free of entrapment", "spectrum", "small"),
  "fritz-2005": quality(
    "HULL",
    "people sent for radiographs because instability was suspected; the interval reaches below 1",
    "derivation only",
    "spectrum",
  ),
  "sutlive-2008": quality("ULUL", "radiographs as reference; 21 people had osteoarthritis", "derivation only"),
  "cook-2010": quality(
    "ULUU",
    "about 0.4 of the people had it, which no practice sees; MRI as reference",
    "derivation only",
    "spectrum",
  ),
};

/**
 * The quality of the study behind a figure; null where nobody has judged it, as
 * for a clinic's own.
 *
 * @example qualityOf("wainner-2003")?.letters.join("") // "LLLU"
 */
export const qualityOf = (citation: string): StudyQuality | null =>
  (QUALITY as Partial<Record<string, StudyQuality>>)[citation] ?? null;

const RISKS: Readonly<Record<Risk, string>> = { L: "low", H: "high", U: "unclear" };

/**
 * The four letters with their reason, as said beside a figure; null: nobody has judged it.
 *
 * @example qualityText({ letters: ["H", "U", "U", "L"], because: "groups chosen by their headache", weaknesses: [] })
 * // "Study quality HUUL (risk of bias: patients high, index test unclear, reference standard unclear, flow and timing low): groups chosen by their headache."
 */
export function qualityText(quality: Pick<StudyQuality, "letters" | "because"> | null): string {
  if (!quality) return "Study quality not judged: a figure of the clinic.";
  const { letters, because } = quality;
  const said = QUALITY_PARTS.map((part, index) => `${part} ${RISKS[letters[index]!]}`).join(", ");
  return `Study quality ${letters.join("")} (risk of bias: ${said}): ${because}.`;
}
