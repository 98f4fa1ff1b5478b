import type { TestId } from "../protocols";
import type { TestGuide } from "./types";

const GIRDLE =
  "Fist on the table above the point of the shoulder: its weight keeps the girdle where it is, it does not push.";
const STRONG =
  "A strong pull in the front of the elbow, the forearm or the fingers is usual, and the neck changes it in most people.";

export const ARM_GUIDES = {
  "outlet-pulse": {
    say: "I feel your pulse while your arm goes out. Tell me.",
    stand: "Behind them: fingers on the wrist's pulse, other hand on the shoulder.",
    landmark: "Pulse on the thumb side of the wrist, one finger's width above the crease.",
    healthy: "Many healthy people lose the pulse; only their own symptom counts.",
    wrong: "The lost pulse is counted although nothing came that is theirs.",
    endFeel: null,
    ways: [{ under: { "outlet-head": ["away"] }, say: "Look away from this arm while I feel your pulse." }],
  },
  "elevated-arm": {
    say: "Arms up, open and close your hands for three minutes.",
    stand: "In front of them: watch both hands; feel both pulses before and after.",
    landmark: "Elbows in line with the shoulders and slightly behind; both pulses at the wrist.",
    healthy: "Tired forearms and some ache after two minutes, the same on both sides.",
    wrong: "The elbows sink, or one arm is watched and the other is not asked about.",
    endFeel: null,
    ways: [{ under: { "elevated-breath": ["with"] }, say: "Hands open and close; at the end hold your breath." }],
  },
  "ulnt-1": {
    say: "I move your arm in steps. Say at the first change.",
    stand: "Facing their head: fist on the table above the shoulder, other hand holds fingers.",
    landmark: `${GIRDLE} All fingers and the thumb lie in one grip. Irritable: cradle the arm, and your own arm presses the girdle.`,
    healthy: STRONG,
    wrong: "The girdle rises as the arm goes out; or wrist and fingers slip while the elbow straightens.",
    endFeel:
      "Elastic, growing. Resistance and symptom together is usual; symptom long before it: stay in the middle of the range.",
    ways: [
      { under: { "ulnt-neck": ["first"] }, say: "Your neck bends away first, then the arm goes in steps." },
      { under: { "ulnt-neck": ["towards"] }, say: "Your neck bends towards this side first, then the arm." },
      {
        under: { "ulnt-1-order": ["wrist-last"] },
        stand: "Facing their head: fist above the shoulder, elbow first, the grip comes last.",
      },
    ],
  },
  "ulnt-2a": {
    say: "I draw your shoulder down, then the arm. Say when.",
    stand: "Behind the shoulder: your hip holds the girdle, hands on elbow and wrist.",
    landmark: "Shoulder just over the edge of the table; your hip against the top of it.",
    healthy: STRONG,
    wrong: "The girdle creeps up when the arm turns; the elbow bends by a few degrees.",
    endFeel: "Elastic, growing. Pain before resistance: stop at the first of it.",
    ways: [{ under: { "ulnt-neck": ["first"] }, say: "Your neck bends away first; then shoulder down, then the arm." }],
  },
  "ulnt-2b": {
    say: "Shoulder down, then I turn the arm in. Say when.",
    stand: "Behind the shoulder: your hip holds the girdle, hands on elbow and wrist.",
    landmark: "Shoulder just over the edge of the table; thumb tucked into their fist before the wrist bends.",
    healthy: "A pull along the outer forearm and the back of the thumb.",
    wrong: "The forearm turns palm up again, or the wrist is bent before the arm is turned in.",
    endFeel: "Elastic, growing. Pain before resistance: stop at the first of it.",
    ways: [{ under: { "ulnt-neck": ["first"] }, say: "Your neck bends away first; shoulder down, then turned in." }],
  },
  "ulnt-3": {
    say: "Your hand goes towards your ear, in steps. Say when.",
    stand: "Facing their head: fist above the shoulder, palm to palm with them.",
    landmark: `${GIRDLE} Their ring and little finger stay bent back.`,
    healthy: "A pull in the little-finger side of hand and forearm, and behind the elbow.",
    wrong: "Ring and little finger slip out of the grip, so the nerve was never loaded.",
    endFeel: "Elastic, growing. Tingling in the little finger at the very end is usual.",
    ways: [
      { under: { "ulnt-neck": ["first"] }, say: "Your neck bends away first; then the hand goes to the ear." },
      {
        under: { "ulnt-3-forearm": ["supination"] },
        stand: "Facing their head: fist above the shoulder, their palm kept turned up.",
      },
    ],
  },
} as const satisfies Partial<Record<TestId, TestGuide>>;
