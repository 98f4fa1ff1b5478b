import type { TestId } from "../protocols";
import type { TestGuide } from "./types";

const NOTCH =
  "Halfway between the posterior iliac spine and the bony point at the side of the hip, then a little down: the notch.";

export const LEG_GUIDES = {
  "seated-piriformis": {
    say: "I bring this leg across. Is the buttock pain yours?",
    stand: "Beside them: one finger at the notch, other hand carries the leg.",
    landmark: NOTCH,
    healthy: "A stretch deep in the buttock.",
    wrong: "They lean away and lift the buttock off the table.",
    endFeel: "Elastic. Their leg symptom before the stretch counts; note which came first.",
  },
  "resisted-piriformis": {
    say: "Push your knee out against my hand. Harder.",
    stand: "On the tested side: one hand outside the knee, other at the ankle.",
    landmark: "Hip and knee at 90°, shin turned outwards.",
    healthy: "Effort at the side of the hip, equal on both sides.",
    wrong: "The pelvis rolls, and the trunk pushes in place of the hip.",
    endFeel: null,
  },
  "active-piriformis": {
    say: "Heel into the table, knee up and out against me.",
    stand: "Behind them: one finger at the notch, other hand on the knee.",
    landmark: NOTCH,
    healthy: "Effort in the buttock.",
    wrong: "The finger presses hard enough to be the pain itself.",
    endFeel: null,
  },
  "seated-straight-leg-raise": {
    say: "Sit tall. I straighten your knee. Say at the first change.",
    stand: "Beside them: one hand on the thigh, the other lifts the heel.",
    landmark: "Thighs fully on the table, hands beside the hips, eyes ahead.",
    healthy: "A pull behind the knee or thigh near straight.",
    wrong: "They lean back unnoticed, which takes the load off: leaning back is itself a finding.",
    endFeel: "Elastic. Leaning or gripping the table before any pull is told of.",
    ways: [
      { under: { "seated-raise-place": ["with-power"] }, say: "Push your knee straight, and hold it against my hand." },
    ],
  },
  slump: {
    say: "One part at a time. Say at the first change, and where.",
    stand: "Beside them: forearm across the upper back, hand on head; other at heel.",
    landmark: "Backs of the knees at the table's edge; pelvis stays upright while the back rounds.",
    healthy: "A pull between the shoulder blades, behind the knee or thigh; the knee some degrees short of straight.",
    wrong: "The trunk comes up when the knee straightens, or two parts move at once.",
    endFeel: "Elastic. Resistance with symptom is usual; symptom first: no overpressure.",
    ways: [
      { under: { "slump-lumbar": ["upright"] }, say: "Keep your low back tall. One part at a time; say when." },
      { under: { "slump-order": ["leg-first"] }, say: "First the leg, then you slouch. Say at the first change." },
      {
        under: { "slump-knee": ["passive"] },
        stand: "Beside them: forearm across the back; your other hand straightens the knee.",
      },
    ],
  },
  valsalva: {
    say: "Breath in, hold, and bear down. Then breathe again.",
    stand: "Close in front of them: ready to steady, eyes on their face.",
    landmark: "Seated, feet on the floor, nothing to fall against.",
    healthy: "Pressure in the head and belly, gone at once with the breath.",
    wrong: "It is held for longer than ten seconds, or done standing.",
    endFeel: null,
    ways: [{ under: { "valsalva-way": ["thumb"] }, say: "Thumb in your mouth, lips closed, and blow against it." }],
  },
  "straight-leg-raise": {
    say: "Let the leg be heavy. Say at the first change, and where.",
    stand: "On the tested side: one hand behind the heel, other above the knee.",
    landmark: "Inclinometer a hand's width below the kneecap, zero with the leg flat; pelvis stays down.",
    healthy: "A pull behind the thigh or knee between 70 and 90°.",
    wrong: "The knee bends or the pelvis rolls near the end, and degrees are added.",
    endFeel: "Elastic. Pain long before resistance: stay below it. Spasm ends the raise.",
    ways: [
      {
        under: { "raise-way": ["sensitised"] },
        stand: "On the tested side: leg turned in and across first, then raised straight.",
      },
      {
        under: { "raise-way": ["foot-first"] },
        stand: "On the tested side: foot held up first, other hand above the knee.",
      },
    ],
  },
  "dorsiflexion-sign": {
    say: "I only move your foot now. More, less, or the same?",
    stand: "On the tested side: leg on your shoulder or arm, hand on the sole.",
    landmark: "Five to ten degrees below where the symptom came.",
    healthy: "A stretch in the calf.",
    wrong: "The whole leg goes up with the foot.",
    endFeel: "Firm at the ankle; a springy block with their symptom below the knee counts.",
  },
  "neck-flexion-after-raise": {
    say: "I hold your leg; lift your head. What happens in the leg?",
    stand: "On the tested side: one arm holds the leg, other hand the head.",
    landmark: "The leg rests just below where the symptom came.",
    healthy: "A pull behind the neck, nothing more in the leg.",
    wrong: "The leg moves while the head comes up.",
    endFeel: null,
  },
  "crossed-leg-raise": {
    say: "I raise the good leg. Do you feel the other one?",
    stand: "On the pain-free side: one hand behind the heel, other above the knee.",
    landmark: "The painful leg lies flat and is watched.",
    healthy: "A pull behind the raised thigh only.",
    wrong: "It is asked about the leg that is up, instead of the one that lies.",
    endFeel: "Elastic in the raised leg; what counts is felt in the other.",
  },
  "side-lying-leg-raise": {
    say: "I bring the top leg forward. Say at the first change.",
    stand: "Behind them: one arm carries the leg, other hand on the pelvis.",
    landmark: "Pelvis stacked, the upper iliac spine straight above the lower.",
    healthy: "A pull behind the thigh.",
    wrong: "The pelvis rolls back as the leg comes forward.",
    endFeel: "Elastic. Pain first: stay below it.",
  },
  "side-lying-femoral": {
    say: "I bring this thigh back. Front of the thigh: is it yours?",
    stand: "Behind them: one arm carries the bent leg, other hand on the pelvis.",
    landmark: "Lower knee hugged to the chest so that the back stays round.",
    healthy: "A pull in the front of the thigh.",
    wrong: "The back arches, and the hip has not moved at all.",
    endFeel: "Elastic. Front thigh pain before any pull counts; ask about the head next.",
  },
  "prone-lift": {
    say: "Knee bent, I lift the thigh. Where do you feel it?",
    stand: "Beside them: hand under the thigh, other free, then on the sacrum, then L1-L2.",
    landmark: "Sacrum: between the two dimples. L1-L2: four fingers above the line of the crests.",
    healthy: "A pull in the front of the thigh.",
    wrong: "The pelvis lifts in the second part because the sacrum is only touched, not held.",
    endFeel: "Elastic. Hard with groin pain speaks of the hip; muscle stretch is not theirs.",
  },
  "prone-extension": {
    say: "I hold your hip down and lift the thigh. Where?",
    stand: "On the far side: palm on the crest, other hand under the thigh.",
    landmark: "From the side of the waist down onto the crest, then back to the dimple.",
    healthy: "A pull in the front of hip and thigh.",
    wrong: "The crest rises with the thigh, and the low back moves in place of the joint.",
    endFeel: "Firm. Their pain beside the sacrum before the end counts.",
  },
} as const satisfies Partial<Record<TestId, TestGuide>>;
