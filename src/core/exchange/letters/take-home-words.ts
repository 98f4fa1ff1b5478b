import type { ReferredTo, Urgency } from "../../knowledge";
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
  /** Whom the patient sees and how soon; the place is filled in. */
  readonly sendOn: Readonly<Record<Urgency, (place: string) => string>>;
  readonly places: Readonly<Record<ReferredTo, string>>;
  /** Nobody was tested: said instead of the number of tests. */
  readonly notTested: string;
  /** Possible, and not settled by the tests. */
  readonly notSettled: (sure: string) => string;
  readonly lessLikely: (names: string) => string;
  readonly notKnown: (names: string) => string;
  readonly did: (techniques: string) => string;
  readonly techniques: Readonly<Record<Technique, string>>;
  readonly nothingDone: string;
  readonly sore: string;
  readonly ask: string;
  readonly atOnce: string;
  readonly atOnceIf: Readonly<Record<ExamRegion, readonly string[]>>;
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
  next: "What happens next, and what you can do",
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
    "alar-ligament": "a ligament between head and neck",
    "transverse-ligament": "a band at the top of the neck",
    "lumbar-passive-restraint": "the ligaments of the low back",
    "lumbar-muscular-control": "how the muscles guide the low back",
    "pelvic-ring": "how the pelvis takes a load",
    "cervical-facet": "a small joint in the neck",
    "c1-c2": "a joint at the top of the neck",
    "lumbar-facet": "a small joint in the low back",
    sacroiliac: "the joint where the spine meets the pelvis",
    "pubic-symphysis": "the joint at the front of the pelvis",
    hip: "the hip joint",
    "cervical-disc": "a disc in the neck pressing on a nerve",
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
    "spinal-cord": "the spinal cord; it needs a doctor's check",
    "cauda-equina": "the nerves at the bottom of the spine; you need to see a doctor straight away",
    "cervical-artery": "a blood vessel in the neck; it needs a doctor's check",
    "serious-disease": "something that needs a doctor's check",
    viscera: "something inside the belly; it needs a doctor's check",
  },
  tenths: (tenths) => {
    const few = "this is the cause in fewer than 1 out of 10 people with results like yours";
    const many = "this is the cause in more than 9 out of 10 people with results like yours";
    if (tenths <= 0) return few;
    return tenths >= 10 ? many : `this is the cause in about ${tenths} out of 10 people with results like yours`;
  },
  noNumber: "our tests point to this, but there is no good research on how often that is right",
  notSettled: (sure) => `possible, and not settled by the tests; ${sure}`,
  nothingStandsOut: "These tests do not point to one clear cause. That is common.",
  testsMiss: "No test is perfect. We do not need an exact name for the problem to start helping you.",
  sendOn: {
    emergency: (place) => `You need help now: ${place}.`,
    urgent: (place) => `You need to see a doctor today: ${place}.`,
    soon: (place) => `We would like a doctor to see you within the next few days: ${place}.`,
  },
  places: {
    ambulance: "call 112 or your local emergency number, and keep still",
    "emergency department": "go to the emergency department, and take this page and our letter with you",
    "doctor today": "go to your doctor or the out-of-hours service, and take this page and our letter with you",
    doctor: "make an appointment with your doctor, and take our letter with you",
    surgeon: "contact the surgeon who operated on you, and take our letter with you",
    maternity: "go to the maternity unit or the emergency department, and take this page and our letter with you",
  },
  notTested: "We did not test you today.",
  lessLikely: (names) => `Less likely now: ${names}.`,
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
  atOnce: "Call 112 or your local emergency number straight away if",
  atOnceIf: {
    lumbopelvic: [
      "you lose control of your bladder or bowels, or you cannot pee",
      "you become numb between your legs, where you would sit on a saddle",
      "both legs become weak or numb",
      "you get chest pain, or you become short of breath",
    ],
    "neck-arm": [
      "your face droops, or your speech, sight or swallowing changes",
      "you suddenly become dizzy or unsteady",
      "you get a sudden, very bad headache or neck pain",
      "your hands become clumsy, or your legs become weak",
      "you get chest pain, or you become short of breath",
    ],
  },
  us: "Call us if",
  usIf: [
    "an arm or a leg gets weaker",
    "you get a fever",
    "your pain gets worse each day, or you notice a new symptom",
    "you are still more sore than before the tests after two days",
  ],
  and: "and",
  front: "front",
  back: "back",
  picture: (places) => `A body, marked where you feel it: ${places}.`,
  footer: "This page explains today's visit. It does not replace advice from your doctor.",
};

const DE: TakeHomeWords = {
  title: "Was wir gefunden haben",
  looked: "Was wir untersucht haben",
  could: "Was es sein könnte und wie sicher wir sind",
  less: "Was jetzt weniger in Frage kommt und was wir nicht wissen",
  next: "Wie es weitergeht und was Sie tun können",
  call: "Wann Sie anrufen sollten",
  lookedAt: (tests, region) =>
    tests === 1 ? `Wir haben einen Test gemacht: ${region}.` : `Wir haben ${tests} Tests gemacht: ${region}.`,
  regions: { lumbopelvic: "Rücken, Becken und Beine", "neck-arm": "Nacken und Arme" },
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
    "alar-ligament": "ein Band zwischen Kopf und Hals",
    "transverse-ligament": "ein Band ganz oben im Nacken",
    "lumbar-passive-restraint": "die Bänder, die den unteren Rücken führen",
    "lumbar-muscular-control": "wie die Muskeln den unteren Rücken führen",
    "pelvic-ring": "wie das Becken Last aufnimmt",
    "cervical-facet": "ein kleines Gelenk im Nacken",
    "c1-c2": "ein Gelenk ganz oben im Nacken",
    "lumbar-facet": "ein kleines Gelenk im unteren Rücken",
    sacroiliac: "das Kreuzdarmbeingelenk, zwischen Wirbelsäule und Becken",
    "pubic-symphysis": "das Gelenk vorn am Becken",
    hip: "das Hüftgelenk",
    "cervical-disc": "eine Bandscheibe im Nacken, die auf einen Nerv drückt",
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
    "spinal-cord": "das Rückenmark; das muss ärztlich abgeklärt werden",
    "cauda-equina": "die Nerven am Ende der Wirbelsäule; Sie müssen sofort ärztlich untersucht werden",
    "cervical-artery": "ein Blutgefäß im Hals; das muss ärztlich abgeklärt werden",
    "serious-disease": "etwas, das ärztlich abgeklärt werden muss",
    viscera: "etwas im Bauch; das muss ärztlich abgeklärt werden",
  },
  tenths: (tenths) => {
    if (tenths <= 0) return "trifft bei weniger als 1 von 10 Menschen mit solchen Befunden zu";
    if (tenths >= 10) return "trifft bei mehr als 9 von 10 Menschen mit solchen Befunden zu";
    return `trifft bei etwa ${tenths} von 10 Menschen mit solchen Befunden zu`;
  },
  noNumber: "unsere Tests weisen darauf hin; wie oft das stimmt, ist nicht gut erforscht",
  notSettled: (sure) => `möglich, durch die Tests aber nicht geklärt; ${sure}`,
  nothingStandsOut: "Diese Tests weisen nicht auf eine einzelne Ursache hin. Das ist häufig.",
  testsMiss: "Kein Test ist perfekt. Die Behandlung kann beginnen, auch wenn die Ursache noch keinen Namen hat.",
  sendOn: {
    emergency: (place) => `Sie brauchen jetzt sofort Hilfe: ${place}.`,
    urgent: (place) => `Sie müssen heute noch ärztlich untersucht werden: ${place}.`,
    soon: (place) => `Wir möchten, dass Sie in den nächsten Tagen ärztlich untersucht werden: ${place}.`,
  },
  places: {
    ambulance: "Wählen Sie den Notruf 112 oder Ihre örtliche Notrufnummer und bewegen Sie sich möglichst wenig",
    "emergency department": "Gehen Sie in die Notaufnahme und nehmen Sie diese Seite und unseren Brief mit",
    "doctor today":
      "Gehen Sie in Ihre Arztpraxis oder zum ärztlichen Bereitschaftsdienst und nehmen Sie diese Seite und unseren Brief mit",
    doctor: "Vereinbaren Sie einen Termin in Ihrer Arztpraxis und nehmen Sie unseren Brief mit",
    surgeon: "Wenden Sie sich an die Klinik, die Sie operiert hat, und nehmen Sie unseren Brief mit",
    maternity:
      "Gehen Sie in die Geburtsklinik oder in die Notaufnahme und nehmen Sie diese Seite und unseren Brief mit",
  },
  notTested: "Wir haben Sie heute nicht getestet.",
  lessLikely: (names) => `Jetzt weniger wahrscheinlich: ${names}.`,
  notKnown: (names) => `Das wissen wir noch nicht: ${names}.`,
  did: (techniques) => `Heute haben wir das gemacht: ${techniques}.`,
  techniques: {
    mobilisation: "Bewegen der Gelenke mit den Händen",
    manipulation: "ein schneller, kleiner Impuls an einem Gelenk",
    traction: "sanfter Zug",
    "soft tissue": "Muskelarbeit mit den Händen",
    "muscle energy": "Muskelarbeit gegen unsere Hände",
    "neural mobilisation": "sanftes Bewegen eines Nervs",
    exercise: "Übungen",
    "repeated movement": "dieselbe Bewegung viele Male",
    "taping or support": "ein Tape oder eine Stütze",
    other: "etwas anderes, wie besprochen",
  },
  nothingDone: "Heute haben wir nur getestet.",
  sore: "Nach den Tests kann es ein bis zwei Tage wehtun.",
  ask: "Fragen Sie uns, was Sie zu Hause tun können.",
  atOnce: "Wählen Sie sofort den Notruf 112 oder Ihre örtliche Notrufnummer, wenn",
  atOnceIf: {
    lumbopelvic: [
      "Sie Urin oder Stuhl nicht halten oder kein Wasser lassen können",
      "der Bereich zwischen den Beinen (Genitalien, After, Damm) taub oder pelzig wird",
      "beide Beine schwach oder taub werden",
      "Sie Brustschmerzen oder Atemnot bekommen",
    ],
    "neck-arm": [
      "eine Gesichtshälfte herabhängt oder sich Sprache, Sehen oder Schlucken verändert",
      "Ihnen plötzlich schwindlig wird oder Sie unsicher auf den Beinen werden",
      "plötzlich sehr starke Kopf- oder Nackenschmerzen auftreten",
      "Ihre Hände ungeschickt oder Ihre Beine schwach werden",
      "Sie Brustschmerzen oder Atemnot bekommen",
    ],
  },
  us: "Rufen Sie uns an, wenn",
  usIf: [
    "ein Arm oder ein Bein schwächer wird",
    "Sie Fieber bekommen",
    "die Schmerzen von Tag zu Tag schlimmer werden oder etwas Neues auftritt",
    "es nach zwei Tagen noch mehr wehtut als vor den Tests",
  ],
  and: "und",
  front: "vorn",
  back: "hinten",
  picture: (places) => `Ein Körper, markiert, wo Sie es spüren: ${places}.`,
  footer: "Diese Seite erklärt den heutigen Besuch. Sie ersetzt keine ärztliche Untersuchung.",
};

export const TAKE_HOME_WORDS: Readonly<Record<Language, TakeHomeWords>> = { en: EN, de: DE };
