import { mixed } from "yup";
import {
  chainHead,
  closed,
  closedAs,
  listOfEach,
  name,
  numberIn,
  oneOf,
  oneOfOrNone,
  orNone,
  text,
  wholeIn,
  withFastPath,
} from "../../base";
import { TEST_IDS, type TestId } from "../../knowledge";
import { evidenceVersion, type Outcome, OUTCOMES, type Side, SIDES, SOURCE_IDS, type SourceId } from "../../vocabulary";
import { type Draft, kind, type Told } from "../envelope";

/** Signing: who stands behind the record, how far it went, and what was read from it then. */

const chance = () => numberIn(0, 1).required("is missing; send a value from 0 to 1");
const chanceOrNone = () => orNone(numberIn(0, 1), "a value from 0 to 1");
const sideOrNone = () => oneOfOrNone(SIDES);
const count = () => wholeIn(0, 1000).required("is missing; send how many");

const isInterval = (value: unknown): boolean =>
  Array.isArray(value) &&
  value.length === 2 &&
  value.every((end) => typeof end === "number" && end >= 0 && end <= 1) &&
  value[0] <= value[1];

/** Two chances, low to high; null where none are worked out. */
const interval = () =>
  withFastPath(
    mixed<readonly [number, number]>()
      .nullable()
      .defined("is missing; send two values from 0 to 1, or null")
      .test(
        "interval",
        "is not two values from 0 to 1, the lower first; send both ends",
        (value) => value === null || isInterval(value),
      ),
    isInterval,
  );

export type KeptRule = {
  rule: string;
  positive: number;
  negative: number;
  open: number;
  verdict: "met" | "not met" | "open" | "no figure";
};
const keptRule = closedAs<KeptRule>({
  rule: text(60, 1),
  positive: count(),
  negative: count(),
  open: count(),
  verdict: oneOf(["met", "not met", "open", "no figure"]),
});

export type KeptSource = {
  source: SourceId;
  side: Side | null;
  readBy: "figures" | "sign";
  word: string;
  firmness: "firm" | "tentative" | null;
  /** To four places. */
  point: number;
  /** What the preferred rule alone comes to; null where it gives no figure. */
  ruleAlone: number | null;
  /** To three places. */
  p50: readonly [number, number] | null;
  p95: readonly [number, number] | null;
  rules: KeptRule[];
};
const keptSource = closedAs<KeptSource>({
  source: oneOf(SOURCE_IDS),
  side: sideOrNone(),
  readBy: oneOf(["figures", "sign"]),
  word: text(80, 1),
  firmness: oneOfOrNone(["firm", "tentative"]),
  point: chance(),
  ruleAlone: chanceOrNone(),
  p50: interval(),
  p95: interval(),
  rules: listOfEach(keptRule, 40),
});

export type KeptOutcome = {
  test: TestId;
  testedSide: Side | null;
  source: SourceId;
  side: Side | null;
  outcome: Outcome;
  reason: string;
};
const keptOutcome = closedAs<KeptOutcome>({
  test: oneOf(TEST_IDS),
  testedSide: sideOrNone(),
  source: oneOf(SOURCE_IDS),
  side: sideOrNone(),
  outcome: oneOf(OUTCOMES),
  reason: text(1000),
});

const ids = () => listOfEach(name(), 400);

export type KeptReading = {
  /** The versions of catalogue and engine. */
  catalogue: number;
  engine: number;
  evidence: string;
  /** SHA-256 of the settings as canonical JSON, and of the note's text as it was shown. */
  settings: string;
  note: string;
  sources: KeptSource[];
  outcomes: KeptOutcome[];
  blocks: string[];
  overrides: string[];
  referrals: string[];
};
const kept = closedAs<KeptReading>({
  catalogue: wholeIn(1, 1_000_000).required("is missing; send the version"),
  engine: wholeIn(1, 1_000_000).required("is missing; send the version"),
  evidence: evidenceVersion(),
  settings: chainHead(),
  note: chainHead(),
  sources: listOfEach(keptSource, 200),
  outcomes: listOfEach(keptOutcome, 2000),
  blocks: ids(),
  overrides: ids(),
  referrals: ids(),
});

export type SignatureFields = {
  name: string;
  registration: string;
  statement: string;
  /** The end of the record as it was signed. */
  head: string;
  length: number;
};
const signatureFields = () => ({
  name: text(120, 1),
  registration: text(80),
  statement: text(600, 1),
  head: chainHead(),
  length: wholeIn(1, 100000).required("is missing; send the number of events"),
});

export type SignatureBody = SignatureFields & {
  reading: KeptReading | null;
};
const signature = closedAs<SignatureBody>({
  ...signatureFields(),
  reading: kept.nullable().defined("is missing; send what was read"),
});

/** A change of a signed record, and why it was made. */
export type Amendment = { readonly event: Told<object> & { readonly type: string }; readonly reason: string };

type Signature = Told<SignatureBody>;

export type SignatureState = {
  signed: (Signature & { readonly type: "exam-signed" }) | null;
  readonly amendments: readonly Amendment[];
  /** The signatures under amendments, the last one closing all before it. */
  readonly amendmentSignatures: readonly (Signature & { readonly type: "amendment-signed" })[];
  /** How many amendments the last signature closed. */
  amendmentsClosed: number;
};

export const notSigned: SignatureState = { signed: null, amendments: [], amendmentSignatures: [], amendmentsClosed: 0 };

type SignatureDraft = Draft<SignatureState>;

export const signing = {
  "exam-signed": kind(
    signature,
    (draft: SignatureDraft, event) => void (draft.signed ??= event as NonNullable<SignatureState["signed"]>),
    [{ v: 1, body: closed(signatureFields()), up: (body: object) => ({ ...body, reading: null }) }],
  ),
  "amendment-signed": kind(signature, (draft: SignatureDraft, event) => {
    draft.amendmentSignatures.push(event as SignatureState["amendmentSignatures"][number]);
    draft.amendmentsClosed = draft.amendments.length;
  }),
};
