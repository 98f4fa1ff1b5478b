/**
 * The safety questions and their answers in German, by id: a part by its
 * question and its own id, an answer by its question and option or, where
 * several questions share it, by the option alone.
 */
export const SAFETY_DE: Readonly<Record<string, string>> = {
  "answer.no": "Nein",
  "answer.yes": "Ja",
  "answer.not-known": "Nicht sicher",
  "answer.back": "Zurück",
  "answer.new": "Ja, neu",
  "answer.right": "Rechts",
  "answer.left": "Links",
  "answer.both": "Beide",
  "answer.brainstem.known": "Ja, seit Langem, und untersucht",
  "answer.dizziness.known": "Ja, seit Langem, und die Ursache ist bekannt",
  "answer.artery.known": "Ja, und seither untersucht",
  "answer.neck-injury.recent": "Ja, in den letzten 48 Stunden",
  "answer.neck-injury.later": "Ja, vor mehr als 48 Stunden, oder nie untersucht",
  "answer.neck-injury.old": "Nur eine, die über sechs Wochen her ist und untersucht wurde",
  "answer.lumbar-injury.minor": "Ja, eine leichte: aus dem Stehen oder weniger",
  "answer.cancer.other": "Ja, aber ohne solche Schmerzen",
  "answer.cancer.with-pain": "Ja, und der Schmerz ist neu, ständig, nachts schlimmer oder anders als je zuvor",
  "answer.osteoporosis.known": "Ja, behandelt oder leicht",
  "answer.osteoporosis.severe": "Ja, schwer oder mit Knochenbrüchen",
  "answer.pregnancy.after-birth": "Geburt in den letzten sechs Monaten",
  "answer.pregnancy.early": "Schwanger, vor der 20. Woche",
  "answer.pregnancy.yes": "Schwanger, ab der 20. Woche",
  "answer.aneurysm-signs.severe": "Ja, und stark",

  "which.several": "Was davon trifft zu?",
  "which.new": "Ist das neu?",
  "which.side": "Auf welcher Seite?",
  "which.severe": "Ist der Schmerz stark?",

  "cauda-equina.saddle": "Fühlt es sich zwischen den Beinen, um After oder Genitalien, taub oder pelzig an?",
  "cauda-equina.bladder":
    "Haben Sie seit Kurzem Probleme, den Urin zu halten, Wasser zu lassen oder zu spüren, dass Sie Wasser lassen?",
  "cauda-equina.bowel": "Haben Sie seit Kurzem Probleme, den Stuhl zu halten?",
  "cauda-equina.sexual": "Haben sich Ihr sexuelles Empfinden oder Ihre Sexualfunktion neu verändert?",
  "cauda-equina.legs": "Haben Sie neue Schmerzen oder eine neue Schwäche in beiden Beinen?",

  "cord-signs.tingling": "Haben Sie ein Kribbeln in beiden Armen oder in Armen und Beinen?",
  "cord-signs.clumsy": "Sind Ihre Hände in letzter Zeit ungeschickt geworden?",
  "cord-signs.unsteady": "Sind Sie beim Gehen unsicher geworden?",
  "anything-else.changed": "Spüren Sie davon abgesehen jetzt etwas, das zu Beginn nicht da war?",
  "leg-weakness.limb": "Ist ein Arm oder ein Bein deutlich schwach geworden oder schwächer als früher?",

  "brainstem.sight":
    "Haben Sie in den letzten Wochen doppelt gesehen, haben Ihre Augen gezittert oder hat sich Ihr Sehen verändert?",
  "brainstem.speech": "Hatten Sie in den letzten Wochen Schwierigkeiten beim Sprechen oder Schlucken?",
  "brainstem.drops":
    "Sind Sie in den letzten Wochen plötzlich ohne Grund zu Boden gestürzt, ohne bewusstlos zu werden?",
  "brainstem.face": "Haben Sie ein Taubheitsgefühl im Gesicht oder um den Mund?",
  "artery.sudden":
    "Haben Kopf- oder Nackenschmerzen plötzlich begonnen und waren sie innerhalb einer Minute am stärksten?",
  "artery.unlike": "Haben Sie Kopf- oder Nackenschmerzen, wie Sie sie noch nie hatten?",
  "artery.droop": "Hängt ein Augenlid oder eine Gesichtshälfte herab?",
  "neck-before.neck":
    "Haben Sie Nackenschmerzen, oder hatten Sie jemals eine Verletzung, einen Bruch oder eine Operation am Hals?",
  "neck-before.head":
    "Hatten Sie in den letzten Wochen neue Kopfschmerzen, Schwindel, Doppelbilder oder Schwierigkeiten beim Sprechen oder Schlucken?",
  "neck-before.ligaments":
    "Haben Sie das Down-Syndrom, eine rheumatoide Arthritis oder eine Bindegewebserkrankung, oder haben Sie drei Monate oder länger Cortison eingenommen?",
  "dizziness.dizzy":
    "War Ihnen in den letzten Wochen schwindlig, oder war Ihnen zusammen mit den Nackenschmerzen übel?",
  "giant-cell.headache": "Haben Sie neuartige Kopfschmerzen, die in den letzten Monaten begonnen haben?",
  "giant-cell.jaw": "Schmerzt der Kiefer beim Kauen?",
  "giant-cell.scalp": "Schmerzt die Kopfhaut beim Berühren oder Kämmen?",
  "giant-cell.sight": "Haben Sie dabei auf einem Auge nichts gesehen, auch nur kurz, oder doppelt gesehen?",
  "dens-fracture.fracture":
    "Haben Sie sich im letzten Jahr die Halswirbelsäule gebrochen, oder besteht der Verdacht auf einen Bruch?",
  "neck-injury.injury":
    "Haben Sie sich in den letzten sechs Wochen durch Sturz, Schlag oder Unfall an Kopf oder Hals verletzt, oder früher und wurden seither nie untersucht?",
  "upper-neck-risk.disease":
    "Haben Sie das Down-Syndrom, eine rheumatoide Arthritis, eine andere entzündliche Gelenkerkrankung oder eine Bindegewebserkrankung wie das Ehlers-Danlos- oder das Marfan-Syndrom?",
  "upper-neck-risk.steroids": "Haben Sie jemals drei Monate oder länger Cortison eingenommen?",
  "upper-neck-risk.infection":
    "Hatten Sie früher eine schwere Infektion der Halswirbelsäule oder einen Abszess am Hals?",
  "neck-surgery.operation":
    "Wurden Sie jemals am Hals operiert, etwa versteift oder mit einer Bandscheibenprothese, oder hatten Sie dort vor mehr als einem Jahr einen Knochenbruch?",
  "electric-shock.shock":
    "Hatten Sie beim Vorbeugen des Kopfes schon einmal ein Gefühl wie einen Stromschlag in Rücken, Armen oder Beinen?",
  "vascular-risk.vessels":
    "Haben Sie hohen Blutdruck, oder hatten Sie jemals einen Schlaganfall oder ein Blutgerinnsel?",
  "vascular-risk.habits": "Rauchen Sie, oder haben Sie Migräne?",
  "vascular-risk.infection": "Hatten Sie in den letzten Wochen eine Infektion?",

  "heart-and-chest.now": "Haben Sie jetzt gerade Enge oder Schmerzen in der Brust oder Atemnot?",
  "heart-and-chest.effort":
    "Kamen in den letzten Wochen Schmerzen in Brust, Arm, Nacken oder Kiefer bei Anstrengung und ließen in Ruhe nach?",
  "arm-circulation.swollen": "Ist ein Arm in den letzten Wochen geschwollen, schwer oder verfärbt?",
  "arm-circulation.cold": "Ist eine Hand neuerdings kalt, blass oder blau?",
  "arm-clot-breath.breath": "Haben Sie Atemnot, oder schmerzt die Brust beim Einatmen?",
  "leg-clot-breath.breath": "Haben Sie Atemnot, oder schmerzt die Brust beim Einatmen?",
  "shoulder.unstable": "Springt Ihnen eine Schulter heraus, oder ist eine Schulter eingesteift?",
  "shoulder.operated":
    "Wurde eine Schulter jemals operiert oder ersetzt, oder haben Sie sich im letzten Jahr eine Schulter gebrochen?",
  "elbow-wrist.joint": "Wurden im letzten Jahr Ellbogen, Handgelenk oder Hand gebrochen, operiert oder ausgerenkt?",
  "arm-vessels.armpit":
    "Haben Sie einen Dialyse-Shunt in einem Arm, oder wurden Ihnen in einer Achsel Lymphknoten entfernt?",

  "pelvic-fracture.fracture":
    "Haben Sie sich im letzten Jahr das Becken oder das Kreuzbein gebrochen, oder besteht der Verdacht darauf?",
  "lumbar-injury.injury":
    "Hatten Sie einen Sturz, einen Schlag oder eine Verletzung am Rücken, seit die Schmerzen da sind oder kurz davor?",
  "back-surgery.operation": "Wurden Sie im letzten Jahr am Rücken operiert?",
  "hip.replaced": "Haben Sie ein künstliches Hüftgelenk?",
  "hip.recent": "Wurde im letzten Jahr eine Hüfte sonst operiert oder gebrochen?",
  "knee.joint":
    "Haben Sie ein künstliches Kniegelenk, oder wurde im letzten Jahr ein Knie gebrochen oder operiert oder sind Bänder gerissen?",
  "ankle.joint":
    "Haben Sie sich im letzten Jahr ein Sprunggelenk gebrochen, wurde eines operiert, oder ist eine Achillessehne gerissen?",
  "ribs.rib": "Haben Sie sich in den letzten drei Monaten eine Rippe gebrochen, oder könnte jetzt eine gebrochen sein?",
  "leg-circulation.calf": "Ist eine Wade in den letzten Wochen heiß, geschwollen oder druckschmerzhaft geworden?",
  "leg-circulation.cold": "Ist ein Fuß neuerdings deutlich kälter, blasser oder blauer als der andere?",
  "leg-circulation.walking":
    "Haben Sie Beinschmerzen, die nach einer bestimmten Gehstrecke auftreten und beim Stehenbleiben nachlassen?",
  "inflammatory-pattern-signs.stiff": "Ist Ihr Rücken morgens länger als eine halbe Stunde steif?",
  "inflammatory-pattern-signs.moving": "Wird es durch Bewegung besser, durch Ruhe aber nicht?",
  "inflammatory-pattern-signs.waking": "Werden Sie in der zweiten Nachthälfte vom Rücken wach?",
  "inflammatory-pattern-signs.buttocks": "Wechselt der Schmerz von einer Gesäßhälfte zur anderen?",
  "aneurysm.known": "Hat man Ihnen gesagt, dass Sie eine Erweiterung der Bauchschlagader (Aneurysma) haben?",
  "aneurysm-signs.pain":
    "Haben Sie neue Schmerzen im Rücken oder in der Flanke, die in keiner Körperlage besser werden?",
  "aneurysm-signs.beating": "Spüren Sie ein Pochen im Bauch?",
  "belly.wall":
    "Haben Sie einen Leisten- oder Bauchbruch, oder wurden Sie in den letzten drei Monaten am Bauch operiert?",
  "bearing-down.pressure": "Haben Sie Bluthochdruck, der nicht gut eingestellt ist?",
  "bearing-down.heart": "Haben Sie eine Herzkrankheit?",
  "bearing-down.stroke":
    "Hatten Sie jemals einen Schlaganfall, oder haben Sie ein Aneurysma (Gefäßerweiterung) im Kopf?",
  "bearing-down.eye": "Haben Sie grünen Star, oder wurden Sie in den letzten drei Monaten am Auge operiert?",
  "child-signs.limp": "Hinken Sie?",
  "child-signs.bear": "Tut es so weh, dass Sie mit dem Bein nicht auftreten können?",
  "child-signs.night": "Haben Sie nachts Schmerzen?",
  "child-signs.fever": "Hatten Sie in den letzten zwei Wochen Fieber?",
  "young-back.extension": "Treiben Sie viel Sport, und schmerzt der Rücken beim Beugen nach hinten?",

  "cancer.ever": "Hatten Sie je Krebs?",
  "illness.weight": "Haben Sie in den letzten Monaten ungewollt abgenommen?",
  "illness.fever": "Hatten Sie in den letzten zwei Wochen Fieber?",
  "illness.sweats": "Schwitzen Sie nachts so stark, dass Sie die Kleidung wechseln müssen?",
  "illness.night": "Haben Sie nachts Schmerzen, die durch nichts besser werden?",
  "illness.immune":
    "Haben Sie ein geschwächtes Immunsystem, nehmen Sie Medikamente, die das Immunsystem schwächen, oder hatten Sie Kontakt mit Tuberkulose?",
  "illness.drugs": "Haben Sie sich jemals Drogen gespritzt?",
  "osteoporosis.bones":
    "Hat man Ihnen gesagt, dass Sie Osteoporose haben, oder haben Sie sich bei einem leichten Stoß oder Sturz einen Knochen gebrochen?",
  "pregnancy.any":
    "Sind Sie schwanger, könnten Sie es sein, oder haben Sie in den letzten sechs Monaten ein Kind geboren?",
  "pregnancy-signs.bleeding": "Haben Sie Blutungen oder verlieren Sie Fruchtwasser?",
  "pregnancy-signs.contractions": "Haben Sie Wehen?",
  "pregnancy-signs.movements": "Bewegt sich das Kind weniger als sonst?",
  "pregnancy-signs.headache": "Haben Sie starke Kopfschmerzen oder Sehstörungen?",
  "pregnancy-signs.calf": "Ist eine Wade geschwollen und schmerzhaft?",
  "anticoagulants.either": "Nehmen Sie Medikamente, die das Blut verdünnen, oder haben Sie eine Blutgerinnungsstörung?",
};
