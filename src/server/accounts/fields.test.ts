import { beforeAll, describe, expect, it } from "vitest";
import { type Role, ROLES } from "@/core";
import {
  ask,
  at,
  cookies,
  everyRoute,
  idOfRole,
  inAFolder,
  makeMembers,
  makeOwner,
  nameOfRole,
} from "@/fixtures/clinic";
import { buildExam, type ExamBuilder, idOf } from "@/fixtures/samples/build";
import type { Route } from "@/wire/route";
import { ROUTES } from "@/wire/routes";
import { answerCalendar, answerFhir } from "../edge/systems";
import { appendEpisodeEvents } from "../repositories/episodes";
import { appendEvents } from "../repositories/exams";
import { giveRecord } from "../repositories/grants";
import { addPerson } from "../repositories/people";
import { theStore } from "../store/open";
import { changeCare, setTeam } from "./care";
import { SHOWS } from "./fields";
import { inviteHelper } from "./helping";
import { makeToken } from "./tokens";
import { memberById } from "./who";

/** What of an answer each role sees, in care and outside it: every route that reads, every field that is clinical. */

inAFolder();
const OWNER = { id: idOfRole("owner"), name: "Odile Owner" };
const AT = "2026-03-01T09:00:00.000Z";
const BY = { now: AT, actor: OWNER };

type Patient = {
  readonly person: string;
  readonly earlier: string;
  readonly signed: string;
  readonly open: string;
  readonly episode: string;
  /** A text that stands in one place only, by what it is. */
  readonly secrets: Readonly<Record<"notes" | "earlier" | "signed" | "open" | "course" | "exam" | "episode", string>>;
};
const patientOf = (number: number): Patient => {
  const word = (what: string) => `secret-${what}-${number}`;
  const [earlier, signed, open] = [idOf(number * 10 + 1), idOf(number * 10 + 2), idOf(number * 10 + 3)];
  return {
    ...{ person: idOf(number * 10), earlier, signed, open, episode: idOf(number * 10 + 4) },
    secrets: {
      notes: word("notes"),
      earlier: word("earlier"),
      signed: word("signed"),
      open: word("open"),
      course: word("course"),
      exam: earlier,
      episode: idOf(number * 10 + 4),
    },
  };
};
const PATIENTS = { "in care": patientOf(8_001), "outside care": patientOf(8_002) } as const;
type Care = keyof typeof PATIENTS;
const CARES = Object.keys(PATIENTS) as Care[];
const TOKENS = new Map<"fhir" | "calendar", string>();

function enter(store: ReturnType<typeof theStore>, patient: Patient, name: string): void {
  const { person, secrets } = patient;
  const entry = { name, birthDate: "1984-05-12", sex: "female" as const };
  const { number } = addPerson(store, { id: person, ...entry, notes: secrets.notes }, { ...BY, confirmed: true });
  const examOf = (exam: string, idsFrom: number, words: string): ExamBuilder => {
    const builder = buildExam({ exam, idsFrom, actor: OWNER, person: { id: person, number, name } })
      .complaint("si-area.right")
      .consent()
      .guard()
      .rest(1);
    builder.add("note-written", { text: words });
    return builder;
  };
  const from = Number.parseInt(person.slice(-6), 16) * 1000;
  const exams = [
    examOf(patient.earlier, from + 1_000, secrets.earlier).sign(),
    examOf(patient.signed, from + 2_000, secrets.signed).sign(),
    examOf(patient.open, from + 3_000, secrets.open),
  ];
  for (const [day, { events }] of exams.entries()) {
    const now = AT.replace("-01T", `-0${day + 1}T`);
    const refused = appendEvents(store, events[0]!.exam, events, now).receipts.filter(
      ({ result }) => result !== "stored",
    );
    expect(refused).toEqual([]);
  }
  const said = {
    ...{ id: idOf(from + 9), episode: patient.episode, at: AT, actor: OWNER, device: "d", v: 6 },
    ...{ type: "episode-opened", body: { person, name: secrets.course } },
  };
  appendEpisodeEvents(store, patient.episode, [said, dueOf(said, from)], AT, () => null);
}
const dueOf = (said: object, from: number) => ({
  ...said,
  ...{ id: idOf(from + 10), type: "review-set", body: { on: "2026-03-02" } },
});

beforeAll(async () => {
  await makeOwner();
  await makeMembers();
  const store = theStore();
  enter(store, PATIENTS["in care"], "Anna Berg");
  enter(store, PATIENTS["outside care"], "Bela Dorn");
  setTeam(store, "by care", BY);
  for (const role of ROLES) {
    const give = { what: "give", practitioner: idOfRole(role), reason: null } as const;
    changeCare(store, PATIENTS["in care"].person, give, memberById(store, OWNER.id)!, BY);
  }
  /** The owner began both records: from a colleague's place the second is outside their care. */
  giveRecord(store, PATIENTS["in care"].signed, idOfRole("reader"), "asked for an opinion", BY);
  inviteHelper(store, PATIENTS["in care"].open, idOfRole("helper"), true, { ...BY, now: new Date().toISOString() });
  for (const scope of ["fhir", "calendar"] as const)
    TOKENS.set(scope, makeToken(store, { name: scope, scope }, { now: AT, by: "" }));
}, 120_000);

const idsOf = ({ person, episode }: Patient, exam: string) => ({
  ...{ person, episode, exam },
  practitioner: idOfRole("practitioner"),
  token: idOf(5),
});

/** Whether a role sees what was found of a patient: said here once more, by hand. */
const sees = (role: Role, care: Care): boolean =>
  role === "owner" || ((role === "practitioner" || role === "trainee") && care === "in care");
/** Besides: the record that was granted to a reader, the run that a helper keeps the keys of. */
const seesOne = (role: Role, care: Care, secret: string): boolean =>
  care === "in care" && ((role === "reader" && secret === "signed") || (role === "helper" && secret === "open"));

/** The log of access names records by their ids: that is what it is for. */
const LOGS = ["log", "exportLog"];

const isStream = ({ isStream: stream }: Route<never, never>) => stream;
const READING = everyRoute.filter(([, route]) => route.method === "GET" && !isStream(route));
/** Answers that are about somebody although they change something. */
const SENT: Readonly<Record<string, (patient: Patient, name: string) => object>> = {
  addPerson: ({ person }, name) => ({
    person: { id: person, name, birthDate: "1984-05-12", sex: "female", notes: "" },
  }),
};

describe("what an answer shows", () => {
  it("of nobody's findings more than the role and care allow: every role, care, route and clinical field", async () => {
    const wrong: string[] = [];
    let asked = 0;
    const look = (name: string, role: Role, text: string) => {
      asked++;
      for (const care of CARES)
        for (const [secret, word] of Object.entries(PATIENTS[care].secrets))
          if (
            text.includes(word) &&
            !(secret === "exam" && LOGS.includes(name)) &&
            !sees(role, care) &&
            !seesOne(role, care, secret)
          )
            wrong.push(`${name} shows a ${role} the ${secret} of somebody ${care}`);
    };
    for (const role of ROLES)
      for (const care of CARES) {
        const patient = PATIENTS[care];
        for (const exam of [patient.earlier, patient.signed, patient.open])
          for (const [name, route] of READING) {
            const answer = await ask(route, { cookie: cookies.get(role)!, ids: idsOf(patient, exam) });
            look(name, role, await answer.text());
          }
        for (const [name, body] of Object.entries(SENT))
          for (const person of [patient.person, idOf(9_999_999)]) {
            const sent = body({ ...patient, person }, care === "in care" ? "Anna Berg" : "Bela Dorn");
            const answer = await ask(at(name as keyof typeof ROUTES), { cookie: cookies.get(role)!, body: sent });
            look(name, role, await answer.text());
          }
      }
    expect(wrong).toEqual([]);
    expect(asked).toBeGreaterThan(500);
  }, 120_000);

  it("to whoever may see it, all of it", async () => {
    const text = async (name: keyof typeof ROUTES, role: Role, care: Care, exam: (keyof Patient & "signed") | "open") =>
      (await ask(at(name), { cookie: cookies.get(role)!, ids: idsOf(PATIENTS[care], PATIENTS[care][exam]) })).text();
    for (const role of ["owner", "practitioner", "trainee"] as const) {
      expect(await text("searchPeople", role, "in care", "open")).toContain(PATIENTS["in care"].secrets.notes);
      const page = await text("examPage", role, "in care", "open");
      expect(page).toContain(PATIENTS["in care"].secrets.open);
      expect(JSON.parse(page)).toMatchObject({ previous: { exam: PATIENTS["in care"].signed } });
      expect(await text("due", role, "in care", "open")).toContain(PATIENTS["in care"].episode);
    }
    const granted = JSON.parse(await text("examPage", "reader", "in care", "signed")) as Record<string, unknown>;
    expect(granted).toMatchObject({ previous: null, course: null, branches: [] });
    expect(JSON.stringify(granted)).toContain(PATIENTS["in care"].secrets.signed);
    expect(JSON.parse(await text("examPage", "helper", "in care", "open"))).toMatchObject({
      ...{ previous: null, course: null, branches: [], isAtKeys: true },
    });
  });

  it("of a patient nothing at all where the table says so, and to nobody", async () => {
    const words = CARES.flatMap((care) => Object.values(PATIENTS[care].secrets));
    const shown: string[] = [];
    for (const [name, route] of READING) {
      const ids = idsOf(PATIENTS["in care"], PATIENTS["in care"].open);
      const nobodys = await (await ask(route, { ids })).text();
      if (words.some((word) => nobodys.includes(word))) shown.push(`${name} to nobody`);
      if (SHOWS[name as keyof typeof ROUTES] !== "no patient") continue;
      const owners = await (await ask(route, { cookie: cookies.get("owner")!, ids })).text();
      if (words.some((word) => owners.includes(word)) || /Anna Berg|Bela Dorn/.test(owners)) shown.push(name);
    }
    expect(shown).toEqual([]);
  });

  it("names every clinical field that it hides as the answer has it", async () => {
    for (const [name, shows] of Object.entries(SHOWS)) {
      if (typeof shows === "string" || ROUTES[name as keyof typeof ROUTES].method !== "GET") continue;
      const ids = idsOf(PATIENTS["in care"], PATIENTS["in care"].open);
      const answer = (await (
        await ask(at(name as keyof typeof ROUTES), { cookie: cookies.get("owner")!, ids })
      ).json()) as Record<string, unknown>;
      for (const { at: where, hides } of shows) {
        const there = where === undefined ? answer : answer[where];
        const row = (Array.isArray(there) ? there[0] : there) as object | undefined;
        if (hides !== "row" && row)
          expect([name, Object.keys(row)]).toEqual([name, expect.arrayContaining(Object.keys(hides))]);
      }
    }
  });

  it("the notes of somebody whose record they do not see stay as they were, whatever is sent", async () => {
    for (const role of ["front desk", "practitioner", "trainee"] as const) {
      const { person, secrets } = PATIENTS["outside care"];
      const body = { id: person, name: "Bela Dorn", birthDate: "1984-05-12", sex: "female", notes: "written over" };
      const route = at("changePerson");
      const ids = idsOf(PATIENTS["outside care"], PATIENTS["outside care"].open);
      expect((await ask(route, { cookie: cookies.get(role)!, body, ids })).status).toBe(200);
      const owners = await (await ask(at("searchPeople"), { cookie: cookies.get("owner")! })).text();
      expect(owners).toContain(secrets.notes);
      expect(owners).not.toContain("written over");
    }
  });

  it("a printed record is told of by whoever may see it, and by nobody else", async () => {
    const wrong: string[] = [];
    for (const role of ROLES)
      for (const care of CARES)
        for (const secret of ["signed", "open"] as const) {
          const body = { record: PATIENTS[care][secret], what: "record" };
          const { status } = await ask(at("notePrint"), { cookie: cookies.get(role)!, body });
          const may = sees(role, care) || seesOne(role, care, secret);
          if ((status === 200) !== may) wrong.push(`${role}, ${care}, ${secret}: ${status}`);
        }
    expect(wrong).toEqual([]);
    expect(nameOfRole("reader")).toBe("reader here");
  });

  it("to another system what its token's scope names, and nothing with a wrong one", async () => {
    const words = CARES.flatMap((care) => Object.entries(PATIENTS[care].secrets));
    const fhir = async (path: string, token: string) =>
      (
        await answerFhir(
          new Request(`http://127.0.0.1/fhir/${path}`, { headers: { authorization: `Bearer ${token}` } }),
          path.split("?")[0]!.split("/"),
        )
      ).text();
    const calendar = async (token: string) =>
      answerCalendar(new Request(`http://127.0.0.1/due.ics?token=${token}`)).text();
    const shown = (text: string) => words.filter(([, word]) => text.includes(word)).map(([what]) => what);
    for (const token of [TOKENS.get("calendar")!, "dust_x_y", ""])
      for (const path of [
        "Patient",
        `Patient/${PATIENTS["in care"].person}`,
        `Observation?patient=${PATIENTS["in care"].person}`,
      ])
        expect([path, shown(await fhir(path, token))]).toEqual([path, []]);
    for (const { person } of Object.values(PATIENTS)) {
      const everything = await fhir(`Patient/${person}/$everything`, TOKENS.get("fhir")!);
      const observed = await fhir(`Observation?patient=${person}`, TOKENS.get("fhir")!);
      expect(shown(everything + observed)).not.toContain("open");
      expect(shown(everything + observed)).not.toContain("notes");
    }
    expect(await calendar(TOKENS.get("fhir")!)).not.toContain("VEVENT");
    const due = await calendar(TOKENS.get("calendar")!);
    expect(due).toContain("VEVENT");
    expect(due).not.toMatch(/Anna Berg|Bela Dorn/);
    expect(shown(due).filter((what) => what !== "episode")).toEqual([]);
  });
});
