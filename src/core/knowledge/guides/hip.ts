import type { TestId } from "../protocols";
import type { TestGuide } from "./types";

const FOLD = "The hip joint lies under the middle of the groin fold, a hand's width in from the front spine.";

export const HIP_GUIDES = {
  squat: {
    say: "Squat as low as you like. Where does it come?",
    stand: "In front and to the side: ready to steady; watch which side shifts.",
    landmark: FOLD,
    healthy: "Effort in the thighs.",
    wrong: "It is asked once for both sides: ask about the right and about the left.",
    endFeel: null,
  },
  "active-hip-flexion": {
    say: "Bring this knee to your chest by yourself. Where?",
    stand: "On the tested side: no hands; watch the pelvis.",
    landmark: FOLD,
    healthy: "A soft stop of thigh against belly.",
    wrong: "They pull with the hands, so the hip's own muscles do nothing.",
    endFeel: null,
  },
  "hip-internal-rotation": {
    say: "I turn your hip inwards. Say where you feel it.",
    stand: "On the tested side: one hand on the knee, other turns the shin out.",
    landmark: `${FOLD} Shin and the upright: the angle is read along the shin.`,
    healthy: "A stretch at the outside of the hip or in the groin.",
    wrong: "The pelvis hikes and degrees are added; the thigh leaves the upright.",
    endFeel: "Firm. Hard and early with groin pain speaks of the joint.",
  },
  "flexion-adduction-rotation": {
    say: "Knee up, across and turned. Groin, or elsewhere?",
    stand: "On the tested side: one hand on the knee, other at the ankle.",
    landmark: FOLD,
    healthy: "A pinch-free stretch in buttock or groin.",
    wrong: "It is fast, or taken to the end at once: three small steps.",
    endFeel: "Firm. A sharp pinch in the groin before the end counts; stop there.",
  },
  scour: {
    say: "I press along the thigh and circle. Catch, or pain?",
    stand: "On the tested side: both hands on the knee, weight along the thigh.",
    landmark: FOLD,
    healthy: "A smooth arc with pressure in the joint.",
    wrong: "The pelvis rolls along the arc, so nothing was loaded.",
    endFeel: "Smooth. A catch, or a bump that will not be crossed, is told with its place.",
  },
  "active-hip-extension": {
    say: "Lift this straight leg by yourself. Where does it come?",
    stand: "Beside them: no hands; watch the low back.",
    landmark: FOLD,
    healthy: "Effort in the buttock.",
    wrong: "The low back lifts in place of the hip; ask front or back.",
    endFeel: null,
  },
} as const satisfies Partial<Record<TestId, TestGuide>>;
