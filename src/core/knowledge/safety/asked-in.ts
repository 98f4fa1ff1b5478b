import type { Language } from "../../vocabulary";

/**
 * What a person is asked on the pad, and what they may answer, by its English
 * words. Translated by us for this program; no validated questionnaire in German
 * stands behind it, and a clinic's own words go before it.
 */
const DE: Readonly<Record<string, string>> = {
  No: "Nein",
  Yes: "Ja",
  "Not sure": "Nicht sicher",
  Back: "Zurück",
  "Which of these is it?": "Welches davon ist es?",
  "Yes, new": "Ja, neu",
  "Yes, long known": "Ja, seit langem bekannt",
  "Yes, looked into before": "Ja, es wurde schon untersucht",
  "Yes, within 48 hours": "Ja, in den letzten 48 Stunden",
  "Yes, longer ago": "Ja, vor längerer Zeit",
  "Yes, no such pain": "Ja, aber kein solcher Schmerz",
  "Yes, with such pain": "Ja, mit solchem Schmerz",
  "Yes, treated or mild": "Ja, behandelt oder leicht",
  "Yes, and severe": "Ja, und stark",
  Severe: "Schwer",
  Right: "Rechts",
  Left: "Links",
  Both: "Beide",
  "Right arm": "Rechter Arm",
  "Left arm": "Linker Arm",
  "Both arms": "Beide Arme",
  "Right leg": "Rechtes Bein",
  "Left leg": "Linkes Bein",
  "Both legs": "Beide Beine",
  "Birth lately": "Geburt vor kurzem",
  "Before week 20": "Vor der 20. Woche",
  "Week 20 on, or not sure": "Ab der 20. Woche, oder nicht sicher",

  "Numb between the legs, where you sit?": "Ist es zwischen den Beinen taub, dort wo Sie sitzen?",
  "New trouble holding or passing water?": "Haben Sie neuerdings Mühe, Wasser zu halten oder zu lassen?",
  "New trouble holding your bowel?": "Haben Sie neuerdings Mühe, den Stuhl zu halten?",
  "Does passing water feel different?": "Fühlt sich das Wasserlassen anders an?",
  "A new change in sexual feeling or function?":
    "Hat sich in der Sexualität, im Empfinden oder in der Funktion, neu etwas verändert?",
  "New pain or weakness in both legs?": "Neue Schmerzen oder Schwäche in beiden Beinen?",

  "Dizziness?": "Schwindel?",
  "Double vision, or flickering eyes?": "Doppelbilder, oder zitternde Augen?",
  "Trouble speaking or swallowing?": "Mühe beim Sprechen oder Schlucken?",
  "Sudden drops to the floor?": "Plötzliches Hinfallen ohne Grund?",
  "Nausea with it?": "Übelkeit dabei?",
  "Numb in the face, or around the mouth?": "Taub im Gesicht, oder um den Mund?",

  "A headache or neck pain that came suddenly?": "Kopf- oder Nackenschmerzen, die plötzlich kamen?",
  "One unlike any you had before?": "Solche, wie Sie sie noch nie hatten?",
  "Does an eyelid or half of the face droop?": "Hängt ein Augenlid oder eine Gesichtshälfte?",
  "Unsteady, or speech or sight changed?": "Unsicher auf den Beinen, oder Sprache oder Sehen verändert?",

  "Is an arm or a leg clearly weak?": "Ist ein Arm oder ein Bein deutlich schwach?",
  "Weaker than last time?": "Schwächer als beim letzten Mal?",

  "Tingling in both arms, or in arms and legs?": "Kribbeln in beiden Armen, oder in Armen und Beinen?",
  "Are your hands clumsy?": "Sind Ihre Hände ungeschickt?",
  "Unsteady when walking?": "Unsicher beim Gehen?",

  "A new headache?": "Neue Kopfschmerzen?",
  "Jaw pain when chewing?": "Schmerzen im Kiefer beim Kauen?",
  "A sore scalp?": "Eine schmerzende Kopfhaut?",

  "Arm pain with tightness in the chest?": "Armschmerzen mit Enge in der Brust?",
  "With breathlessness, or with effort?": "Mit Atemnot, oder bei Anstrengung?",
  "Wasted hand muscles and a drooping eyelid?": "Dünner gewordene Handmuskeln und ein hängendes Augenlid?",

  "A broken neck, ever or lately?": "Ein gebrochener Hals, irgendwann oder vor kurzem?",
  "Is one suspected?": "Wird das vermutet?",
  "A fall on head or neck?": "Ein Sturz auf Kopf oder Hals?",
  "A blow?": "Ein Schlag?",
  "A crash?": "Ein Unfall mit einem Fahrzeug?",

  "Rheumatoid, or another inflammatory joint disease?": "Rheuma, oder eine andere entzündliche Gelenkkrankheit?",
  "Down syndrome?": "Down-Syndrom?",
  "A disorder of connective tissue?": "Eine Krankheit des Bindegewebes?",
  "Steroids for a long time?": "Lange Zeit Cortison?",
  "A neck infection earlier?": "Früher eine Infektion am Hals?",
  "A whiplash?": "Ein Schleudertrauma?",
  "A fusion in the neck?": "Eine Versteifung am Hals?",
  "A disc replaced?": "Eine ersetzte Bandscheibe?",
  "Bone taken away?": "Wurde Knochen entfernt?",
  "Ever an electric shock down the back or the limbs on bending the head?":
    "Fuhr Ihnen beim Beugen des Kopfes je ein Stromschlag in den Rücken, die Arme oder die Beine?",

  "High blood pressure?": "Hoher Blutdruck?",
  "Do you smoke?": "Rauchen Sie?",
  "Migraine?": "Migräne?",
  "An infection in the last weeks?": "Eine Infektion in den letzten Wochen?",
  "A stroke or a clot before?": "Früher ein Schlaganfall oder ein Blutgerinnsel?",
  "A neck injury lately?": "Vor kurzem eine Verletzung am Hals?",

  "A shoulder that slips, or came out lately?": "Eine Schulter, die herausrutscht oder vor kurzem heraus war?",
  "One repaired, or frozen?": "Eine operierte oder steife Schulter?",
  "One broken lately?": "Vor kurzem gebrochen?",
  "Elbow, wrist or hand broken lately?": "Ellbogen, Handgelenk oder Hand vor kurzem gebrochen?",
  "Operated on?": "Operiert?",
  "Out of joint?": "Ausgerenkt?",
  "A dialysis fistula in an arm?": "Ein Dialyse-Shunt in einem Arm?",
  "Lymph nodes taken out?": "Wurden Lymphknoten entfernt?",
  "A swollen arm?": "Ein geschwollener Arm?",

  "A broken pelvis or sacrum lately?": "Vor kurzem ein gebrochenes Becken oder Kreuzbein?",
  "A fall or injury to the low back, at an older age?":
    "Ein Sturz oder eine Verletzung am unteren Rücken, in höherem Alter?",
  "One with steroids or thin bones?": "Eine solche unter Cortison oder bei dünnen Knochen?",
  "An operation on the back not long ago?": "Vor nicht langer Zeit eine Operation am Rücken?",
  "A hip operated on not long ago?": "Vor nicht langer Zeit eine Hüftoperation?",
  "A hip broken not long ago?": "Vor nicht langer Zeit ein Hüftbruch?",
  "A hip replacement? If so: when, which way was it put in, and what did the surgeon forbid?":
    "Ein künstliches Hüftgelenk? Auf welcher Seite? Wann, auf welchem Weg und was verboten wurde, fragt man Sie noch.",

  "Cancer at any time: what, when, treated, still followed? Such pain: new, constant, at night or unlike any before, after cancer of breast, prostate, lung, kidney, thyroid, bowel, blood, a melanoma, any spread, or any within 10 years.":
    "Hatten Sie je Krebs? Solcher Schmerz heißt: neu, ständig, nachts oder anders als je zuvor, nach Krebs von Brust, Prostata, Lunge, Niere, Schilddrüse, Darm, Blut, schwarzem Hautkrebs, bei Ablegern, oder nach irgendeinem in den letzten 10 Jahren.",
  "Weight lost without a reason?": "Haben Sie ohne Grund abgenommen?",
  "Fever?": "Fieber?",
  "Night sweats?": "Nachtschweiß?",
  "Contact with tuberculosis, or travel where it is common?":
    "Kontakt mit Tuberkulose, oder eine Reise dorthin, wo sie häufig ist?",
  "Pain at night that nothing eases?": "Nachts Schmerzen, die durch nichts besser werden?",
  "A weak immune system?": "Eine schwache Abwehr?",
  "Medicine that weakens it?": "Medikamente, die sie schwächen?",
  "Drugs injected?": "Haben Sie sich Drogen gespritzt?",

  "A hot, swollen calf?": "Eine heiße, geschwollene Wade?",
  "Leg pain that comes with walking distance?": "Beinschmerzen, die nach einer Strecke Gehen kommen?",
  "A cold foot?": "Ein kalter Fuß?",

  "Stiff for more than half an hour in the morning?": "Morgens länger als eine halbe Stunde steif?",
  "Better with movement, and not with rest?": "Besser durch Bewegung, und nicht durch Ruhe?",
  "Woken by it in the second half of the night?": "Werden Sie in der zweiten Nachthälfte davon wach?",
  "Pain that changes from one buttock to the other?": "Schmerzen, die von einer Gesäßhälfte zur anderen wechseln?",

  "Thin bones, as somebody told you?": "Hat Ihnen jemand gesagt, dass Ihre Knochen dünn sind?",
  "A bone broken by a small knock?": "Ist ein Knochen durch einen kleinen Stoß gebrochen?",

  "Pregnant, or possibly: how many weeks?": "Schwanger, oder vielleicht schwanger?",
  "A birth in the last six months?": "Eine Geburt in den letzten sechs Monaten?",
  "Bleeding, or fluid?": "Blutungen, oder Flüssigkeit?",
  "Contractions?": "Wehen?",
  "Fewer movements?": "Weniger Bewegungen des Kindes?",
  "Severe headache, or changed sight?": "Starke Kopfschmerzen, oder verändertes Sehen?",
  "A swollen, painful calf?": "Eine geschwollene, schmerzende Wade?",

  "Medicine that thins the blood?": "Medikamente, die das Blut verdünnen?",
  "A bleeding disorder?": "Eine Blutgerinnungsstörung?",
  "A known widening of the belly artery (aneurysm)?": "Eine bekannte Erweiterung der Bauchschlagader (Aneurysma)?",
  "New back or flank pain that no position changes?":
    "Neue Schmerzen im Rücken oder in der Flanke, die keine Lage ändert?",
  "Do you feel a beating in your belly?": "Spüren Sie ein Klopfen im Bauch?",
  "Blood pressure not under control?": "Blutdruck, der nicht eingestellt ist?",
  "Heart disease?": "Eine Herzkrankheit?",
  "A stroke, or a known widening in the head?": "Ein Schlaganfall, oder eine bekannte Gefäßerweiterung im Kopf?",
  "Eye or belly surgery lately?": "Vor kurzem eine Operation am Auge oder am Bauch?",
  "A hernia?": "Ein Leisten- oder Bauchbruch?",
  "Glaucoma?": "Grüner Star?",

  "A limp?": "Hinken?",
  "Night pain?": "Schmerzen in der Nacht?",
  "Pain in groin, thigh or knee, and the hip turns less?":
    "Schmerzen in Leiste, Oberschenkel oder Knie, und die Hüfte dreht weniger?",
  "Back pain on bending backwards in somebody who does a lot of sport?":
    "Treiben Sie viel Sport, und schmerzt der Rücken beim Beugen nach hinten?",
};

/** By language; English says it as it stands. */
export const ASKED_IN: Readonly<Record<Language, Readonly<Record<string, string>>>> = { en: {}, de: DE };
