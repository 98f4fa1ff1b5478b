import type { ExamRegion, Language, Side, SourceId, Technique } from "../../vocabulary";

/**
 * The words of the page a person takes home: short, for somebody who has
 * learned no anatomy. A language is one entry of `TAKE_HOME_WORDS`, complete or
 * it does not compile.
 */

export type TakeHomeWords = {
  readonly title: string;
  readonly looked: string;
  readonly could: string;
  readonly less: string;
  readonly next: string;
  readonly call: string;
  readonly lookedAt: (tests: number, region: string) => string;
  readonly regions: Readonly<Record<ExamRegion, string>>;
  readonly yourWords: (words: string) => string;
  readonly yourPlaces: (places: string) => string;
  readonly sides: Readonly<Record<Side, string>>;
  readonly sources: Readonly<Record<SourceId, string>>;
  /** How sure, in tenths; 0 and 10 are said as a bound. */
  readonly tenths: (tenths: number) => string;
  readonly noNumber: string;
  readonly nothingStandsOut: string;
  readonly testsMiss: string;
  readonly sendOn: Readonly<Record<"emergency" | "urgent" | "soon", string>>;
  readonly lessLikely: (names: string) => string;
  readonly nothingLess: string;
  readonly notKnown: (names: string) => string;
  readonly did: (techniques: string) => string;
  readonly techniques: Readonly<Record<Technique, string>>;
  readonly nothingDone: string;
  readonly sore: string;
  readonly ask: string;
  readonly atOnce: string;
  readonly atOnceIf: readonly string[];
  readonly us: string;
  readonly usIf: readonly string[];
  readonly and: string;
  readonly front: string;
  readonly back: string;
  /** What the picture is, for whoever does not see it. */
  readonly picture: (places: string) => string;
  readonly footer: string;
};

const EN: TakeHomeWords = {
  title: "What we found",
  looked: "What we looked at",
  could: "What it could be, and how sure we are",
  less: "What is less likely now, and what we do not know",
  next: "What we do, and what you can do",
  call: "When to call",
  lookedAt: (tests, region) => (tests === 1 ? `We did one test of ${region}.` : `We did ${tests} tests of ${region}.`),
  regions: { lumbopelvic: "your low back, pelvis and legs", "neck-arm": "your neck and arms" },
  yourWords: (words) => `You told us: "${words}".`,
  yourPlaces: (places) => `You feel it here: ${places}.`,
  sides: { right: "on the right", left: "on the left" },
  sources: {
    "cervical-root": "a nerve in the neck, close to the spine",
    "lower-lumbosacral-root": "a nerve in the low back that runs down the back of the leg",
    "upper-lumbar-root": "a nerve in the low back that runs down the front of the leg",
    "median-nerve": "a nerve in the arm that runs to the thumb",
    "radial-nerve": "a nerve in the arm that runs to the back of the hand",
    "ulnar-nerve": "a nerve in the arm that runs to the little finger",
    "thoracic-outlet": "nerves or blood vessels between neck and shoulder",
    "peripheral-leg-nerve": "a nerve in the leg",
    "deep-gluteal": "a nerve deep in the buttock",
    "alar-ligament": "a band between the head and the neck",
    "transverse-ligament": "a band at the top of the neck",
    "lumbar-passive-restraint": "the bands that guide the low back",
    "lumbar-muscular-control": "how the muscles guide the low back",
    "pelvic-ring": "how the pelvis takes a load",
    "cervical-facet": "a small joint in the neck",
    "c1-c2": "a joint at the top of the neck",
    "lumbar-facet": "a small joint in the low back",
    sacroiliac: "the joint between the spine and the pelvis",
    "pubic-symphysis": "the joint at the front of the pelvis",
    hip: "the hip joint",
    "cervical-disc": "a disc in the neck, or something else that takes up room there",
    "lumbar-disc": "a disc in the low back",
    "hamstring-length": "the muscles at the back of the thigh",
    "quadriceps-length": "the muscles at the front of the thigh and hip",
    "lumbar-paravertebral": "the muscles beside the low back",
    piriformis: "the muscles deep in the buttock",
    "gluteal-tendon": "a tendon at the outer side of the hip",
    suboccipital: "the small muscles below the back of the head",
    "upper-trapezius": "the muscles between neck and shoulder",
    "abdominal-wall": "the muscles of the belly",
    "deep-neck-flexors": "the muscles deep at the front of the neck",
    "spinal-cord": "the main nerve in the spine; a doctor has to look at it",
    "cauda-equina": "the nerves at the end of the spine; a doctor has to look at it at once",
    "cervical-artery": "a blood vessel in the neck; a doctor has to look at it",
    "serious-disease": "an illness that a doctor has to look for",
    viscera: "something inside the belly; a doctor has to look at it",
  },
  tenths: (tenths) => {
    if (tenths <= 0) return "fewer than 1 in 10 people like you";
    if (tenths >= 10) return "more than 9 in 10 people like you";
    return tenths === 5 ? "about half of people like you" : `about ${tenths} in 10 people like you`;
  },
  noNumber: "what we saw points to it, but nobody has counted how often that is right",
  nothingStandsOut: "No one thing stands out from these tests.",
  testsMiss: "Tests like these miss things, and they can mislead. What helps you does not wait for the name.",
  sendOn: {
    emergency: "A doctor has to see you now. We told you where to go.",
    urgent: "A doctor has to see you very soon. We told you where to go.",
    soon: "We would like a doctor to look at you too.",
  },
  lessLikely: (names) => `Less likely now: ${names}.`,
  nothingLess: "Nothing became less likely today.",
  notKnown: (names) => `We do not know yet: ${names}.`,
  did: (techniques) => `Today we did this: ${techniques}.`,
  techniques: {
    mobilisation: "moving your joints with our hands",
    manipulation: "a quick, small push on a joint",
    traction: "pulling gently",
    "soft tissue": "working on your muscles with our hands",
    "muscle energy": "you pushed against our hands",
    "neural mobilisation": "moving a nerve gently",
    exercise: "exercises",
    "repeated movement": "the same movement many times",
    "taping or support": "tape or a support",
    other: "something else, as we told you",
  },
  nothingDone: "Today we only tested.",
  sore: "You may be sore for a day or two after the tests.",
  ask: "Ask us what you can do at home.",
  atOnce: "Call the emergency number at once if",
  atOnceIf: [
    "you cannot hold your water or your bowel, or you cannot pass water",
    "you feel numb between the legs, where you sit",
    "both legs get weak or numb",
    "your hands get clumsy, or you cannot walk straight",
    "a head or neck pain comes on all at once, worse than any before",
  ],
  us: "Call us if",
  usIf: ["it gets worse day by day", "something new comes", "you are still sore after two days"],
  and: "and",
  front: "front",
  back: "back",
  picture: (places) => `A body, marked where you feel it: ${places}.`,
  footer: "This page tells what was tested today. It does not take the place of a doctor.",
};

const DE: TakeHomeWords = {
  title: "Was wir gefunden haben",
  looked: "Was wir angeschaut haben",
  could: "Was es sein kann, und wie sicher wir sind",
  less: "Was jetzt weniger in Frage kommt, und was wir nicht wissen",
  next: "Was wir tun, und was Sie tun können",
  call: "Wann Sie anrufen",
  lookedAt: (tests, region) =>
    tests === 1 ? `Wir haben einen Test gemacht: ${region}.` : `Wir haben ${tests} Tests gemacht: ${region}.`,
  regions: { lumbopelvic: "unterer Rücken, Becken und Beine", "neck-arm": "Nacken und Arme" },
  yourWords: (words) => `Sie haben uns gesagt: „${words}“.`,
  yourPlaces: (places) => `Sie spüren es hier: ${places}.`,
  sides: { right: "rechts", left: "links" },
  sources: {
    "cervical-root": "ein Nerv im Nacken, nahe der Wirbelsäule",
    "lower-lumbosacral-root": "ein Nerv im unteren Rücken, der hinten ins Bein zieht",
    "upper-lumbar-root": "ein Nerv im unteren Rücken, der vorn ins Bein zieht",
    "median-nerve": "ein Nerv im Arm, der zum Daumen zieht",
    "radial-nerve": "ein Nerv im Arm, der zum Handrücken zieht",
    "ulnar-nerve": "ein Nerv im Arm, der zum kleinen Finger zieht",
    "thoracic-outlet": "Nerven oder Blutgefäße zwischen Nacken und Schulter",
    "peripheral-leg-nerve": "ein Nerv im Bein",
    "deep-gluteal": "ein Nerv tief im Gesäß",
    "alar-ligament": "ein Band zwischen Kopf und Nacken",
    "transverse-ligament": "ein Band ganz oben im Nacken",
    "lumbar-passive-restraint": "die Bänder, die den unteren Rücken führen",
    "lumbar-muscular-control": "wie die Muskeln den unteren Rücken führen",
    "pelvic-ring": "wie das Becken Last aufnimmt",
    "cervical-facet": "ein kleines Gelenk im Nacken",
    "c1-c2": "ein Gelenk ganz oben im Nacken",
    "lumbar-facet": "ein kleines Gelenk im unteren Rücken",
    sacroiliac: "das Gelenk zwischen Wirbelsäule und Becken",
    "pubic-symphysis": "das Gelenk vorn am Becken",
    hip: "das Hüftgelenk",
    "cervical-disc": "eine Bandscheibe im Nacken, oder etwas anderes, das dort Platz braucht",
    "lumbar-disc": "eine Bandscheibe im unteren Rücken",
    "hamstring-length": "die Muskeln hinten am Oberschenkel",
    "quadriceps-length": "die Muskeln vorn an Oberschenkel und Hüfte",
    "lumbar-paravertebral": "die Muskeln neben dem unteren Rücken",
    piriformis: "die Muskeln tief im Gesäß",
    "gluteal-tendon": "eine Sehne außen an der Hüfte",
    suboccipital: "die kleinen Muskeln unter dem Hinterkopf",
    "upper-trapezius": "die Muskeln zwischen Nacken und Schulter",
    "abdominal-wall": "die Bauchmuskeln",
    "deep-neck-flexors": "die Muskeln tief vorn am Hals",
    "spinal-cord": "der große Nerv in der Wirbelsäule; das muss ein Arzt anschauen",
    "cauda-equina": "die Nerven am Ende der Wirbelsäule; das muss sofort ein Arzt anschauen",
    "cervical-artery": "ein Blutgefäß im Hals; das muss ein Arzt anschauen",
    "serious-disease": "eine Krankheit, nach der ein Arzt suchen muss",
    viscera: "etwas im Bauch; das muss ein Arzt anschauen",
  },
  tenths: (tenths) => {
    if (tenths <= 0) return "weniger als 1 von 10 Menschen wie Sie";
    if (tenths >= 10) return "mehr als 9 von 10 Menschen wie Sie";
    return tenths === 5 ? "etwa die Hälfte der Menschen wie Sie" : `etwa ${tenths} von 10 Menschen wie Sie`;
  },
  noNumber: "was wir sahen, weist darauf hin; wie oft das stimmt, hat niemand gezählt",
  nothingStandsOut: "Aus diesen Tests sticht nichts heraus.",
  testsMiss: "Solche Tests übersehen manches, und sie können täuschen. Was Ihnen hilft, wartet nicht auf den Namen.",
  sendOn: {
    emergency: "Ein Arzt muss Sie jetzt sehen. Wir haben Ihnen gesagt, wo.",
    urgent: "Ein Arzt muss Sie sehr bald sehen. Wir haben Ihnen gesagt, wo.",
    soon: "Wir möchten, dass auch ein Arzt Sie anschaut.",
  },
  lessLikely: (names) => `Jetzt weniger wahrscheinlich: ${names}.`,
  nothingLess: "Heute wurde nichts weniger wahrscheinlich.",
  notKnown: (names) => `Das wissen wir noch nicht: ${names}.`,
  did: (techniques) => `Heute haben wir das gemacht: ${techniques}.`,
  techniques: {
    mobilisation: "Ihre Gelenke mit den Händen bewegt",
    manipulation: "ein schneller, kleiner Stoß an einem Gelenk",
    traction: "sanft gezogen",
    "soft tissue": "mit den Händen an Ihren Muskeln gearbeitet",
    "muscle energy": "Sie haben gegen unsere Hände gedrückt",
    "neural mobilisation": "einen Nerv sanft bewegt",
    exercise: "Übungen",
    "repeated movement": "dieselbe Bewegung viele Male",
    "taping or support": "ein Band geklebt oder eine Stütze angelegt",
    other: "etwas anderes, wie besprochen",
  },
  nothingDone: "Heute haben wir nur getestet.",
  sore: "Nach den Tests kann es ein bis zwei Tage wehtun.",
  ask: "Fragen Sie uns, was Sie zu Hause tun können.",
  atOnce: "Rufen Sie sofort den Notruf, wenn",
  atOnceIf: [
    "Sie Wasser oder Stuhl nicht halten können, oder kein Wasser lassen können",
    "Sie zwischen den Beinen, wo Sie sitzen, nichts spüren",
    "beide Beine schwach oder taub werden",
    "Ihre Hände ungeschickt werden, oder Sie nicht gerade gehen können",
    "plötzlich ein Kopf- oder Nackenschmerz kommt, schlimmer als je zuvor",
  ],
  us: "Rufen Sie uns an, wenn",
  usIf: ["es von Tag zu Tag schlimmer wird", "etwas Neues kommt", "es nach zwei Tagen noch wehtut"],
  and: "und",
  front: "vorn",
  back: "hinten",
  picture: (places) => `Ein Körper, markiert, wo Sie es spüren: ${places}.`,
  footer: "Diese Seite sagt, was heute getestet wurde. Sie ersetzt keinen Arzt.",
};

export const TAKE_HOME_WORDS: Readonly<Record<Language, TakeHomeWords>> = { en: EN, de: DE };
