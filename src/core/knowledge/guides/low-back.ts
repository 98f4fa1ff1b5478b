import type { TestId } from "../protocols";
import type { TestGuide } from "./types";

const CREST_TO_L4 =
  "The line between both iliac crests crosses L4 or, as often, the space above it (L3-L4); count from there. In a heavy person follow the crest round from the side.";

export const LOW_BACK_GUIDES = {
  "lumbar-range": {
    say: "Bend as far as you like, and come back. Where?",
    stand: "Behind them: one inclinometer on T12, one on S1, zero before each way.",
    landmark: `${CREST_TO_L4} T12: where the lowest ribs meet the spine; S1: just above the line of the two dimples, which lie at S2.`,
    healthy: "A pull behind the legs going forward; nothing sharp on the way back.",
    wrong: "The hips move and are read as the back: always T12 less S1.",
    endFeel: null,
  },
  quadrant: {
    say: "Lean back and turn this way. I press a little after.",
    stand: "Behind them: hands on both shoulders, your hip behind theirs.",
    landmark: "Hand behind the thigh of the tested side slides towards the back of the knee.",
    healthy: "Pressure low in the back on the tested side.",
    wrong: "The knees bend, so the back is never closed; or the press comes before the question.",
    endFeel: "Firm. Hard and early with their pain counts; a leg pain is told of and not pressed on.",
    ways: [
      {
        under: { "quadrant-way": ["reach"] },
        say: "Slide this hand down the back of your leg.",
        stand: "Behind them: ready to steady; no hand presses.",
      },
    ],
  },
  "side-lying-shear": {
    say: "I push along your thighs. Tell me if it catches.",
    stand: "In front of them: their knees against your hip, a finger between two spines.",
    landmark: `${CREST_TO_L4} The finger lies in the gap, not on the bone.`,
    healthy: "A small give between the bones, the same at each level.",
    wrong: "The trunk rolls along, or 45° is called enough although it hurt more at 90°.",
    endFeel: "Short and firm. A soft, longer give than at the next level is the finding.",
  },
  "segmental-pressure": {
    say: "I press spot by spot. Say which one is yours.",
    stand: "Beside them: both thumbs together, arms straight, weight from your shoulders.",
    landmark: `${CREST_TO_L4} Muscles first: beside the spine, piriformis, gluteals; scalenes and upper trapezius at the neck.`,
    healthy: "Pressure, and a dull ache if a muscle is pressed hard, on both sides alike.",
    wrong: "Each spot is pressed with another force, or the level is lost between sides.",
    endFeel: "Stiff, usual or loose, by level; spasm under the thumb is told of.",
    ways: [{ under: { segments: ["neck"] }, stand: "At the head, they lie on their back: fingertips under the neck." }],
  },
  "lumbar-torsion": {
    say: "I lift this hip and hold your back. Where is it?",
    stand: "On the far side: one hand fixes the level, the other lifts the hip.",
    landmark: `${CREST_TO_L4} The lifting hand lies under the front iliac spine.`,
    healthy: "A turn and a stretch low in the back, without pain.",
    wrong: "The fixing hand slides off its level as the pelvis comes up.",
    endFeel: "Elastic. A catch or spasm at one level is noted with the level.",
  },
  "heel-to-buttock": {
    say: "I bend both knees while I press here. Where?",
    stand: "Beside them: one hand flat on L4-L5, the other brings both heels.",
    landmark: CREST_TO_L4,
    healthy: "A pull in the front of both thighs.",
    wrong: "The pull in the thighs is taken for the back; ask where before counting it.",
    endFeel: "Elastic, the heel near the buttock; a thigh that stops early is a short muscle.",
  },
  "passive-lumbar-extension": {
    say: "I lift both legs a little. Heavy, or painful, in your back?",
    stand: "At the foot end: both heels in your hands, your knees bent.",
    landmark: "Heels 30 cm above the table: two hands' height.",
    healthy: "A light pull at the front of the thighs; the back feels nothing heavy.",
    wrong: "The knees bend, or it goes higher than 30 cm until everybody feels their back.",
    endFeel: null,
  },
  "prone-instability": {
    say: "I press, then you lift your feet and I press again.",
    stand: "Beside them: heel of the hand on one spine, arm straight.",
    landmark: `${CREST_TO_L4} The sorest level is pressed again, with the same weight.`,
    healthy: "Pressure, the same with the feet down and up.",
    wrong: "The second press is lighter than the first, so it always gets better.",
    endFeel: "Firm. Note the level that gives more than its neighbours.",
  },
  "repeated-movements": {
    say: "The same movement ten times. Where is it now, furthest down?",
    stand: "In front and to the side: watch, count, ask after every third.",
    landmark: "The furthest place on the leg, asked before, during and after each direction.",
    healthy: "A little stiffness that loosens with repeats.",
    wrong: "The furthest point was not asked before, so nobody knows whether it moved.",
    endFeel: null,
  },
  "abdominal-wall-tensing": {
    say: "I press here; now lift your head. More, or less?",
    stand: "Beside them: one finger on the tender spot, kept there.",
    landmark: "The one spot they can cover with a fingertip, at the edge of the belly muscle.",
    healthy: "No tender spot, tense or relaxed.",
    wrong: "The finger slips off the spot as they curl up.",
    endFeel: null,
  },
  "diaphragm-palpation": {
    say: "Breathe out; my fingers go under the ribs. Is it yours?",
    stand: "Beside them, facing their head: fingertips curl under the rib margin.",
    landmark: "Rib margin from the side towards the breastbone: each side, the upper third last.",
    healthy: "An unpleasant pressure, the same on both sides.",
    wrong: "It is done against a tight belly: knees bent, on the breath out.",
    endFeel: "Soft. A hard edge or a beating mass: stop.",
  },
} as const satisfies Partial<Record<TestId, TestGuide>>;
