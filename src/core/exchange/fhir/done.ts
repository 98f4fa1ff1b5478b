import { assessGuard } from "../../safety";
import { sheetLabel } from "../../record";
import { conceptOf, sideConcept } from "./codes";
import { notesOf, type Resource } from "./resources";
import { byActor, referTo, type Telling } from "./telling";

/** What was done, whom it was sent on to, what was written, who stands behind it. */

const procedures = ({ state, subject, encounter }: Telling): readonly Resource[] =>
  state.techniques.map((technique) => ({
    resourceType: "Procedure",
    id: technique.event,
    status: "completed",
    code: conceptOf("technique", technique.kind, technique.kind),
    subject,
    encounter,
    performedDateTime: technique.at,
    performer: [{ actor: byActor(technique.actor) }],
    bodySite: [
      ...(technique.side ? [sideConcept(technique.side)] : []),
      ...(technique.region || technique.level
        ? [{ text: [technique.region, technique.level].filter(Boolean).join(", ") }]
        : []),
    ],
    note: notesOf(
      technique.grade === null ? null : `Grade ${technique.grade}.`,
      technique.force === null ? null : `${technique.force.value} ${technique.force.unit}.`,
      technique.holdSeconds === null ? null : `Held ${technique.holdSeconds} s.`,
      technique.repetitions === null ? null : `${technique.repetitions} times.`,
      technique.note,
      technique.elsewhere ? "Done elsewhere." : null,
      technique.despite ? `Done although an answer blocks it: ${technique.despite}` : null,
    ),
  }));

const PRIORITIES = { emergency: "stat", urgent: "urgent", soon: "routine" } as const;

const referrals = ({ state, subject, encounter, opened, idOf }: Telling): readonly Resource[] =>
  assessGuard(state).referrals.map(({ id, urgency, text, acknowledged }) => ({
    resourceType: "ServiceRequest",
    id: idOf("referral", id),
    status: "active",
    intent: "proposal",
    priority: PRIORITIES[urgency],
    code: { text: "medical assessment" },
    subject,
    encounter,
    authoredOn: opened.at,
    requester: byActor(opened.actor),
    reasonCode: [{ text }],
    note: notesOf(acknowledged ? `Done about it: ${acknowledged}` : null),
  }));

function written(telling: Telling): readonly Resource[] {
  const { state, subject, encounter, status, opened, note, file, head, idOf, base64, madeAt } = telling;
  const attachment = {
    contentType: "text/plain; charset=utf-8",
    language: "en",
    data: base64(note),
    title: sheetLabel(state),
    creation: madeAt,
  };
  const author = byActor(state.signed?.actor ?? opened.actor);
  return [
    {
      resourceType: "DiagnosticReport",
      id: idOf("report"),
      status,
      category: [{ text: "manual examination" }],
      code: { text: `Manual examination: ${sheetLabel(state)}` },
      subject,
      encounter,
      effectiveDateTime: opened.at,
      issued: state.signed?.at ?? madeAt,
      performer: [author],
      result: state.runs.map(({ id }) => referTo(id)),
      presentedForm: [attachment],
    },
    {
      resourceType: "DocumentReference",
      id: idOf("note"),
      status: "current",
      docStatus: status,
      type: { text: "examination note" },
      subject,
      date: madeAt,
      author: [author],
      content: [{ attachment }],
      context: { encounter: [encounter] },
    },
    ...(file
      ? [{ resourceType: "Binary", id: idOf("file", head.head), contentType: "application/json", data: base64(file) }]
      : []),
  ];
}

const AUTHORS_SIGNATURE = {
  system: "urn:iso-astm:E1762-95:2013",
  code: "1.2.840.10065.1.12.1.1",
  display: "Author's Signature",
} as const;
const AUTHOR = {
  coding: [{ system: "http://terminology.hl7.org/CodeSystem/provenance-participant-type", code: "author" }],
} as const;

/** Who opened and recorded it, and each signature with the end of the record it closes. */
function provenance({ state, opened, encounter, head, idOf, base64 }: Telling): readonly Resource[] {
  const signatures = [...(state.signed ? [state.signed] : []), ...state.amendmentSignatures];
  return [
    {
      resourceType: "Provenance",
      id: idOf("provenance"),
      target: [encounter],
      recorded: opened.at,
      activity: { text: `recorded: ${head.length} events, chain head ${head.head}` },
      agent: [{ type: AUTHOR, who: byActor(opened.actor) }],
    },
    ...signatures.map(({ at, actor, body }, index) => ({
      resourceType: "Provenance",
      id: idOf("signature", index),
      target: [encounter, referTo(idOf("report")), referTo(idOf("note"))],
      recorded: at,
      activity: { text: body.statement },
      agent: [{ type: AUTHOR, who: byActor(actor) }],
      signature: [
        {
          type: [AUTHORS_SIGNATURE],
          when: at,
          who: byActor(actor),
          targetFormat: "application/json",
          sigFormat: "text/plain",
          data: base64(body.head),
        },
      ],
    })),
  ];
}

export const done = (telling: Telling): readonly Resource[] => [
  ...procedures(telling),
  ...referrals(telling),
  ...written(telling),
  ...provenance(telling),
];
