import { afterEach, describe, expect, it } from "vitest";
import { JOINED_ROLES, JOINED_SAYS, mayJoinedSay } from "@/core";
import { buildExam, idOf, PRACTITIONER } from "@/fixtures/samples/build";
import { sampleStore, storeExam } from "@/fixtures/store";
import type { DeviceHeard } from "@/wire/devices";
import { loadExam } from "../repositories/exams";
import {
  CODE_FOR_MS,
  codeFor,
  devicesOf,
  endAll,
  hear,
  heardAfter,
  join,
  joinedBy,
  keysBy,
  lastSeq,
  padOf,
  sendOff,
  showOnPads,
  whenHeard,
  whenShown,
} from "./hub";
import { stopFrom } from "./stop";
import { deviceStream, shownStream } from "./streams";

const NOW = Date.parse("2026-03-02T10:00:00.000Z");
const EXAM = idOf(1);
const OTHER = idOf(2);

const joined = (role: "probe" | "pad", exam = EXAM, now = NOW) => {
  const { token } = join(codeFor(exam, role, PRACTITIONER, now).code, now)!;
  return { token, here: joinedBy(token, now)! };
};
const words = (heard: readonly DeviceHeard[]) => heard.map(({ says, answer }) => answer ?? says);

afterEach(() => [EXAM, OTHER].forEach(endAll));

describe("a code for the keys", () => {
  it("lets a helper to one run, once, within its time; it joins no device, and a device's code lets in nobody", () => {
    const made = (role: "helper" | "pad", now = NOW) => codeFor(EXAM, role, PRACTITIONER, now).code;
    expect(join(made("helper"), NOW)).toBeNull();
    expect(keysBy(made("pad"), NOW)).toBeNull();
    const code = made("helper");
    expect(keysBy(` ${code.toLowerCase().slice(0, 3)}-${code.slice(3)}`, NOW)).toEqual({
      exam: EXAM,
      by: PRACTITIONER,
    });
    expect(keysBy(code, NOW)).toBeNull();
    expect(keysBy(made("helper"), NOW + CODE_FOR_MS + 1)).toBeNull();
    expect(devicesOf(EXAM)).toEqual([]);
  });
});

describe("joining by a code", () => {
  it("takes one device, once, as it is read aloud, and names it with a sign of its own", () => {
    const { code, role, untilMs } = codeFor(EXAM, "pad", PRACTITIONER, NOW);
    expect(code).toMatch(/^[A-HJ-NP-Z2-9]{6}$/);
    expect([role, untilMs]).toEqual(["pad", NOW + CODE_FOR_MS]);
    const first = join(` ${code.slice(0, 3).toLowerCase()}-${code.slice(3)} `, NOW + 1000)!;
    expect(first.device).toMatchObject({ role: "pad", isHere: false });
    expect(join(code, NOW + 1000)).toBeNull();
    expect(joined("probe").here.device.sign).not.toBe(first.device.sign);
    expect(devicesOf(EXAM).map((device) => device.role)).toEqual(["pad", "probe"]);
  });

  it("takes nobody after two minutes, with another code, or with somebody else's token", () => {
    const { code } = codeFor(EXAM, "pad", PRACTITIONER, NOW);
    expect(join(code, NOW + CODE_FOR_MS)).toBeNull();
    expect(join("ABC234", NOW)).toBeNull();
    const { token } = joined("pad");
    const [id, secret] = token.split(".");
    for (const wrong of ["", "x", id!, `${id}.`, `${id}.${secret!.slice(2)}`, `${id}.${"0".repeat(64)}`, `.${secret}`])
      expect(joinedBy(wrong, NOW)).toBeNull();
    expect(joinedBy(token, NOW)?.exam).toBe(EXAM);
    expect(joinedBy(token, NOW + 13 * 3_600_000)).toBeNull();
  });

  it("ends by either side, with the examination, and holds six at most", () => {
    const one = joined("probe");
    sendOff(EXAM, one.here.device.id);
    expect(joinedBy(one.token, NOW)).toBeNull();
    const two = joined("pad");
    endAll(EXAM);
    expect(joinedBy(two.token, NOW)).toBeNull();
    for (let count = 0; count < 6; count++) joined("probe");
    expect(() => codeFor(EXAM, "pad", PRACTITIONER, NOW)).toThrow("are 6 already");
    expect(new Set(devicesOf(EXAM).map(({ sign }) => sign)).size).toBe(6);
  });
});

describe("what a device says", () => {
  it("is heard in its order, by its examination alone, and only what its role says", () => {
    const pad = joined("pad");
    const other = joined("pad", OTHER);
    for (const role of JOINED_ROLES) {
      const { here } = joined(role);
      for (const says of JOINED_SAYS) expect(hear(here, { says, at: NOW })).toBe(mayJoinedSay(role, says));
    }
    const from = lastSeq(EXAM);
    hear(pad.here, { says: "now", at: NOW });
    hear(other.here, { says: "answer", at: NOW, answer: "elsewhere" });
    hear(pad.here, { says: "answer", at: NOW, answer: "familiar" });
    expect(words(heardAfter(EXAM, from))).toEqual(["now", "familiar"]);
    expect(words(heardAfter(OTHER, 0))).toEqual(["elsewhere"]);
  });

  it("goes into a ring that never grows: somebody who was away for long hears the last of it", () => {
    const { here } = joined("pad");
    for (let count = 0; count < 5000; count++) hear(here, { says: "answer", at: NOW, answer: String(count) });
    const heard = heardAfter(EXAM, 0);
    expect(heard).toHaveLength(256);
    expect(words(heard).at(-1)).toBe("4999");
    expect(words(heardAfter(EXAM, lastSeq(EXAM) - 3))).toEqual(["4997", "4998", "4999"]);
  });

  it("reaches a stream at once, and one that comes back from where it left", async () => {
    const { here } = joined("pad");
    hear(here, { says: "answer", at: NOW, answer: "before" });
    const ending = new AbortController();
    const reader = deviceStream(EXAM, null, { signal: ending.signal, mayHear: () => true }).getReader();
    const decoder = new TextDecoder();
    const next = async () => decoder.decode((await reader.read()).value);
    expect(await next()).toContain("retry");
    expect(await next()).toMatch(/^event: devices/);
    hear(here, { says: "answer", at: NOW, answer: "after" });
    expect(await next()).toContain('"answer":"after"');
    ending.abort();
    const again = deviceStream(EXAM, lastSeq(EXAM) - 2, {
      signal: new AbortController().signal,
      mayHear: () => true,
    }).getReader();
    await again.read();
    await again.read();
    expect(decoder.decode((await again.read()).value)).toContain('"answer":"before"');
    await again.cancel();
  });
});

describe("what a pad shows", () => {
  it("is the last that it was asked to, also when it comes back, and its end when it is sent off", async () => {
    const pad = joined("pad", EXAM, Date.now());
    joined("probe", EXAM, Date.now());
    expect(showOnPads(EXAM, { show: "ask", id: "q1", words: "What was that?" })).toBe(1);
    const reader = shownStream(pad.here, pad.token, new AbortController().signal).getReader();
    const decoder = new TextDecoder();
    const next = async () => decoder.decode((await reader.read()).value);
    await next();
    expect(await next()).toContain('"show":"ask"');
    sendOff(EXAM, pad.here.device.id);
    expect(await next()).toContain('"show":"ended"');
    expect((await reader.read()).done).toBe(true);
  });

  it("counts as here while its connection stands", () => {
    const pad = joined("pad");
    let told = 0;
    const quiet = whenHeard(EXAM, () => told++);
    const gone = whenShown(pad.here, () => {});
    expect(devicesOf(EXAM)).toMatchObject([{ role: "pad", isHere: true }]);
    gone();
    expect(devicesOf(EXAM)).toMatchObject([{ isHere: false }]);
    expect(told).toBe(2);
    quiet();
  });
});

describe("a stop from a device", () => {
  let store = sampleStore();
  const begun = (id: string, signs = false) => {
    const exam = buildExam({ exam: id }).complaint("si-area.right").consent().guard().rest(1);
    const run = exam.start("thigh-thrust", "right");
    if (signs) exam.sign();
    store = sampleStore();
    storeExam(store, exam);
    return run;
  };
  const stops = (exam = EXAM) => loadExam(store, exam)!.events.filter(({ type }) => type === "run-stopped");

  it("is recorded at once, of the test in hand, in the name of whoever let it in; twice in three seconds is once", () => {
    const run = begun(EXAM);
    const { here } = joined("pad");
    expect(stopFrom(store, here, NOW)).toBe(true);
    expect(stopFrom(store, here, NOW + 900)).toBe(false);
    expect(stops()).toMatchObject([
      {
        actor: PRACTITIONER,
        channel: "pad",
        device: `pad ${here.device.id}`,
        body: { run, reason: "other", note: "" },
      },
    ]);
    expect(padOf(EXAM)).toEqual({ show: "stopped" });
    expect(stopFrom(store, here, NOW + 10_000)).toBe(true);
    expect(stops()[1]!.body).toMatchObject({ run: null });
  });

  it("changes nothing of a signed record, and still shows that it was heard", () => {
    begun(OTHER, true);
    const { here } = joined("probe", OTHER);
    expect(stopFrom(store, here, NOW)).toBe(false);
    expect(stops(OTHER)).toEqual([]);
    expect(padOf(OTHER)).toEqual({ show: "stopped" });
  });
});
