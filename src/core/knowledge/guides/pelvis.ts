import type { TestId } from "../protocols";
import type { TestGuide } from "./types";

const CREST_TO_SACRUM =
  "From the crest back to its spine at the dimple, down to its lower corner, then in to the sacrum. In a heavy person follow the crest from the side.";
const FRONT_SPINE = "Hands on the hips, thumbs forward: the bony points under the thumbs are the front iliac spines.";
const DOSE = "Pressing on until it hurts makes a finding of everybody: the same force and time for all.";

export const PELVIS_GUIDES = {
  "si-distraction": {
    say: "I press outwards on your hips. Is that your pain?",
    stand: "On the painful side: arms crossed, a palm inside each front spine.",
    landmark: FRONT_SPINE,
    healthy: "Pressure under the hands; nothing behind.",
    wrong: `Skin is pinched on the bone and that is called the pain: move the hand, then press again. ${DOSE}`,
    endFeel: "Firm and springy. A pain beside the sacrum before any resistance: no thrust.",
    ways: [
      {
        under: { contact: ["soft-palm"] },
        stand: "On the painful side: arms crossed, soft palms inside each front spine.",
      },
    ],
  },
  "thigh-thrust": {
    say: "I press down through your thigh. Is that your pain?",
    stand: "On the painful side: hand under the sacrum, chest over the bent knee.",
    landmark: `${CREST_TO_SACRUM} Roll them towards you, hand flat with fingers towards the head, roll back.`,
    healthy: "Pressure in the hip and under the hand.",
    wrong: "The thigh is pushed across too far, so the hip is pinched and groin pain is counted.",
    endFeel: "Firm. Groin pain first belongs to the hip: less across, then again.",
    ways: [
      { under: { hand: ["none"] }, stand: "On the painful side: both hands on the knee, straight down the thigh." },
    ],
  },
  faber: {
    say: "Foot above the other knee; I press this knee down.",
    stand: "On the tested side: one hand on the far spine, other on the knee.",
    landmark: `${FRONT_SPINE} The ankle rests just above the other knee, not on it.`,
    healthy: "A pull inside the thigh.",
    wrong: "The pelvis rolls because the far spine is not held; groin pain is counted as behind.",
    endFeel: "Elastic in most; hard with groin pain speaks of the hip. Ask front or back.",
  },
  gaenslen: {
    say: "Hug that knee. I press this leg down over the edge.",
    stand: "Beside the hanging leg: one hand on each knee, your hip to the table.",
    landmark: "The painful buttock lies at the table's edge, half of it over.",
    healthy: "A pull in the front of the hanging thigh.",
    wrong: "The held knee is let go, so the back arches and takes the load.",
    endFeel: "Elastic. Front thigh pull alone is muscle; only behind, beside the sacrum, counts.",
  },
  "si-compression": {
    say: "I press down on your hip. Is that your pain?",
    stand: "Behind them: both hands on the front of the crest, arms straight.",
    landmark:
      "The front edge of the crest, two fingers behind the front spine; pillow between the knees, face turned away.",
    healthy: "Pressure at the side of the hip.",
    wrong: `The hands stand on the side of the hip joint instead of the crest, or the person rolls back. ${DOSE}`,
    endFeel: "Firm and springy. Their pain before any resistance: no thrust.",
    ways: [
      {
        under: { "compression-contact": ["forearm"] },
        stand: "Behind them: forearm along the front of the crest, other hand on it.",
      },
      {
        under: { "compression-contact": ["squeezed"] },
        say: "I squeeze your hips together. Is that your pain?",
        stand: "Beside them, face to face: one palm on the outside of each front spine.",
      },
    ],
  },
  "sacral-thrust": {
    say: "I press on the bone in the middle. Is that your pain?",
    stand: "Beside them: heel of one hand mid-sacrum, other on top, arms straight.",
    landmark: `${CREST_TO_SACRUM} The hand lies in the middle, on its curve.`,
    healthy: "Pressure in the middle.",
    wrong: `The hand stands too high, on L5, or tilts so the edge of it hurts. ${DOSE}`,
    endFeel: "Firm. Spasm under the hand or pain before any weight: stop.",
    ways: [
      {
        under: { "sacral-dose": ["hold-then-thrust"] },
        say: "I lean on it for half a minute. Say when it comes.",
      },
    ],
  },
  "pump-handle": {
    say: "Knee towards your other shoulder. Is that your pain?",
    stand: "On the tested side: hand on the knee, other holds the far shoulder.",
    landmark: "The knee points at the opposite shoulder, and that shoulder stays on the table.",
    healthy: "A stretch in the buttock.",
    wrong: "The tested side's own shoulder is held, or the pelvis rolls off the table.",
    endFeel: "Firm. Groin pain first belongs to the hip.",
    ways: [
      { under: { "pump-handle-way": ["jerk"] }, say: "Knee to your other shoulder, with a short push at the end." },
    ],
  },
  "one-leg-lift": {
    say: "Lift this knee to your chest; hand on the wall.",
    stand: "Sitting behind them: one thumb under the dimple, other on S2.",
    landmark: `${CREST_TO_SACRUM} S2 lies level with the two dimples.`,
    healthy: "The thumb at the dimple goes down as the knee comes up.",
    wrong: "They lean over, or the thumb slides on the skin.",
    endFeel: null,
  },
  "active-straight-leg-raise": {
    say: "Lift this leg 20 cm. How hard is it, 0 to 5?",
    stand: "At the foot end first; then beside them, palms press both crests.",
    landmark: "Crests: from the waist down at the side; press them together, level.",
    healthy: "No effort worth telling, the same with the other leg.",
    wrong: "The effort is not asked as a number before the pelvis is pressed.",
    endFeel: null,
    ways: [{ under: { "aslr-knee": ["bent"] }, say: "Other knee bent: lift this leg straight. How hard, 0 to 5?" }],
  },
  "pubic-shear": {
    say: "If all right, I press the bone in front. Is it yours?",
    stand: "Beside them: heel of one hand above, of the other below, over cloth.",
    landmark:
      "From the navel straight down to the first bone, or in along the groin fold; their own hand may go first.",
    healthy: "Pressure on bone.",
    wrong: "Only one way is tried: the couple is reversed, then each side up and down.",
    endFeel: "Hard and without movement. Any give, or a sharp pain at once: stop.",
  },
  "hip-rotation-difference": {
    say: "I turn your hip. Tell me if it is yours.",
    stand: "On the tested side: one hand on the knee, other at the ankle.",
    landmark: "Front spines in sight: the reading stops before either moves.",
    healthy: "A stretch in the groin or outside of the hip.",
    wrong: "It is taken on until the pelvis hikes; read the first barrier.",
    endFeel: "Firm. The first barrier counts, not the last.",
  },
  "sacral-sulcus": {
    say: "I press beside the bone behind. Is that your pain?",
    stand: "Beside them: one thumb, the same weight on both sides.",
    landmark: CREST_TO_SACRUM,
    healthy: "Pressure, alike on both sides.",
    wrong: "The sore side is pressed harder because one wants to know.",
    endFeel: null,
  },
  "pelvic-levels": {
    say: "I only look and feel for levels. Lie straight.",
    stand: "At the foot end: thumbs under both points, eyes straight above.",
    landmark: `${FRONT_SPINE} Ischia: in the fold below the buttock, upwards until bone stops the thumb.`,
    healthy: "Nothing; small differences are usual and mean little alone.",
    wrong: "They lie crooked; lift the pelvis once and let it down before looking.",
    endFeel: null,
  },
} as const satisfies Partial<Record<TestId, TestGuide>>;
