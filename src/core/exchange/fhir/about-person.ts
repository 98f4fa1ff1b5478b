import { namedId } from "../../base";
import { courseOf } from "../../course";
import { type Actor, symptomsOf } from "../../record";
import { placeConcept, quantityOf, type Rating, ratingConcept } from "./codes";
import { notesOf, type Resource } from "./resources";
import { byActor, referTo, type Telling } from "./telling";

/** Whom it is about, who did it, where, and what they came with. */

const GENDERS = { female: "female", male: "male", other: "other", "not stated": "unknown" } as const;

export const NUMBER_SYSTEM = "urn:dust-lantern:person-number";
const REGISTRATION_SYSTEM = "urn:dust-lantern:registration";

/** Somebody as a clinic has them on its list. */
export type OnTheList = {
  readonly id: string;
  readonly number: string;
  readonly name: string;
  readonly birthDate: string;
  readonly sex: keyof typeof GENDERS;
};

/**
 * Somebody as a FHIR R4 Patient; their id is the one they have here.
 *
 * @example patientOf({ id: "p1", number: "DL-0001", name: "R. Quill", birthDate: "1984-05-12", sex: "not stated" }).gender // "unknown"
 */
export const patientOf = ({ id, number, name, birthDate, sex }: OnTheList): Resource => ({
  resourceType: "Patient",
  id,
  identifier: [{ use: "usual", system: NUMBER_SYSTEM, value: number }],
  name: [{ use: "usual", text: name }],
  gender: GENDERS[sex],
  birthDate,
});

/** Everybody who did anything in it, once. */
function practitioners({ opened, state }: Telling): readonly Resource[] {
  const signatures = [...(state.signed ? [state.signed] : []), ...state.amendmentSignatures];
  const actors: readonly Actor[] = [
    opened.actor,
    ...signatures.map(({ actor }) => actor),
    ...state.techniques.map(({ actor }) => actor),
    ...state.reactions.map(({ actor }) => actor),
  ];
  const byId = new Map(actors.map((actor) => [actor.id, actor]));
  return [...byId.values()].map(({ id, name }) => {
    const registration = signatures.find(({ actor, body }) => actor.id === id && body.registration)?.body.registration;
    return {
      resourceType: "Practitioner",
      id,
      identifier: registration ? [{ system: REGISTRATION_SYSTEM, value: registration }] : [],
      name: [{ text: name }],
    };
  });
}

/** The same in every bundle of one store. */
const clinicId = ({ store, idOf }: Telling): string =>
  store ? namedId(`dust-lantern clinic ${store}`) : idOf("clinic");

const clinic = (telling: Telling): Resource => ({
  resourceType: "Organization",
  id: clinicId(telling),
  ...(telling.store ? { identifier: [{ system: "urn:dust-lantern:store", value: telling.store }] } : {}),
  name: "The clinic that keeps this record",
});

function episodeAndVisit(telling: Telling): readonly Resource[] {
  const { opened, state, subject } = telling;
  const { signed, ended } = state;
  const until = signed?.at;
  const course = courseOf(state);
  return [
    {
      resourceType: "EpisodeOfCare",
      id: course,
      status: "active",
      patient: subject,
      managingOrganization: referTo(clinicId(telling)),
    },
    {
      resourceType: "Encounter",
      id: state.id,
      status: signed || ended ? "finished" : "in-progress",
      class: {
        system: "http://terminology.hl7.org/CodeSystem/v3-ActCode",
        code: "AMB",
        display: "ambulatory",
      },
      subject,
      episodeOfCare: [referTo(course)],
      participant: [{ individual: byActor(opened.actor) }],
      period: { start: opened.at, ...(until ? { end: until } : {}) },
      serviceProvider: referTo(clinicId(telling)),
      ...(opened.body.purpose === "practice"
        ? {
            meta: {
              tag: [
                {
                  system: "http://terminology.hl7.org/CodeSystem/v3-ActReason",
                  code: "HTEST",
                  display: "test health data",
                },
              ],
            },
          }
        : {}),
    },
  ];
}

/** A complaint as it was told: provisional, never more. */
function conditions({ state, subject, encounter, opened, idOf }: Telling): readonly Resource[] {
  const symptoms = symptomsOf(state);
  return state.areas.map((area) => {
    const words = symptoms.find((symptom) => symptom.area === area.area)?.words;
    return {
      resourceType: "Condition",
      id: idOf("condition", area.area),
      clinicalStatus: {
        coding: [{ system: "http://terminology.hl7.org/CodeSystem/condition-clinical", code: "active" }],
      },
      verificationStatus: {
        coding: [{ system: "http://terminology.hl7.org/CodeSystem/condition-ver-status", code: "provisional" }],
      },
      category: [
        {
          coding: [{ system: "http://terminology.hl7.org/CodeSystem/condition-category", code: "problem-list-item" }],
          text: "complaint as told",
        },
      ],
      code: { text: words ?? "symptom as drawn, not named" },
      bodySite: area.places.map(placeConcept),
      subject,
      encounter,
      recordedDate: opened.at,
      note: notesOf(area.qualities.length ? `It feels: ${area.qualities.join(", ")}.` : null),
    };
  });
}

const rated = (rating: Rating, value: number) => ({
  code: ratingConcept(rating),
  valueQuantity: quantityOf(value, "of 10"),
});

/** 0 to 10: at rest, and of each area now, at best and at worst. */
function ratings({ state, subject, encounter, status, opened, idOf }: Telling): readonly Resource[] {
  const shared = { status, subject, encounter, effectiveDateTime: opened.at };
  const areas = state.areas.flatMap(({ area, places, now, best, worst }) => {
    const component = (
      [
        ["now", now],
        ["best", best],
        ["worst", worst],
      ] as const
    ).flatMap(([rating, value]) => (value === null ? [] : [rated(rating, value)]));
    if (component.length === 0) return [];
    const [first] = places;
    return [
      {
        resourceType: "Observation",
        id: idOf("rated", area),
        ...shared,
        code: { text: "symptom, 0 to 10" },
        bodySite: first ? placeConcept(first) : undefined,
        focus: [referTo(idOf("condition", area))],
        component,
      },
    ];
  });
  const { rest } = state;
  if (!rest) return areas;
  const [place] = rest.places;
  return [
    ...areas,
    {
      resourceType: "Observation",
      id: idOf("rest"),
      ...shared,
      ...rated("rest", rest.intensity),
      bodySite: place ? placeConcept(place) : undefined,
      note: notesOf(rest.position ? `Rated ${rest.position}.` : null),
    },
  ];
}

export const aboutPerson = (telling: Telling): readonly Resource[] => [
  patientOf(telling.opened.body.person),
  ...practitioners(telling),
  clinic(telling),
  ...episodeAndVisit(telling),
  ...conditions(telling),
  ...ratings(telling),
];
