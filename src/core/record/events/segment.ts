import { keysOf, closedAs, oneOf, oneOfOrNone, orNone, painScore, text } from "../../base";
import {
  END_FEELS,
  type EndFeel,
  type Place,
  places,
  SEGMENT_IDS,
  SEGMENT_PAIN,
  SEGMENT_PLAY,
  type SegmentPain,
  type SegmentPlay,
  type Side,
  SIDES,
} from "../../vocabulary";
import { type Draft, kind } from "../envelope";
import { upsert } from "../upsert";

/** What hands find at one level of the spine, on one side. */

export type SegmentExaminedBody = {
  segment: string;
  /** Null: over the middle. */
  side: Side | null;
  /** Null, here and below: not examined. */
  play: SegmentPlay | null;
  pain: SegmentPain | null;
  /** Where it was felt, and how bad, 0 to 10. */
  places: Place[];
  intensity: number | null;
  endFeel: EndFeel | null;
  note: string;
};

const examined = closedAs<SegmentExaminedBody>({
  segment: oneOf(SEGMENT_IDS),
  side: oneOfOrNone(SIDES),
  play: oneOfOrNone(keysOf(SEGMENT_PLAY)),
  pain: oneOfOrNone(keysOf(SEGMENT_PAIN)),
  places: places(),
  intensity: orNone(painScore(), "0 to 10"),
  endFeel: oneOfOrNone(keysOf(END_FEELS)),
  note: text(200),
});

/** A level as it was found; once more before any treatment, the later one stands. */
export type SegmentFinding = SegmentExaminedBody & {
  readonly event: string;
  readonly at: string;
  /** How many techniques this visit had had. */
  readonly techniquesBefore: number;
};

export type SegmentState = { readonly segments: readonly SegmentFinding[] };

export const noSegments: SegmentState = { segments: [] };

type SegmentDraft = Draft<SegmentState> & { readonly techniques: readonly unknown[] };

export const segment = {
  "segment-examined": kind(examined, (draft: SegmentDraft, { id, at, body }) => {
    const techniquesBefore = draft.techniques.length;
    upsert(
      draft.segments,
      (known) =>
        known.segment === body.segment && known.side === body.side && known.techniquesBefore === techniquesBefore,
      { ...body, event: id, at, techniquesBefore },
    );
  }),
};
