import { afterEach, describe, expect, it } from "vitest";
import { InputError } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { NOW, sampleStore, storeExam, temporaryPath } from "@/fixtures/store";
import { loadExam } from "../repositories/exams";
import { theStore } from "../store/open";
import { StoreBusyError, StoreError } from "../store/store";
import { errorOf, failed } from "./messages";
import { heavy } from "./pool";

afterEach(() => void delete process.env.DUST_LANTERN_DB);

describe("heavy work", () => {
  it("gives what it would give here, and takes a file into the store", async () => {
    const from = sampleStore();
    const exam = storeExam(from, buildExam().complaint("si-area.right").consent().guard().rest(0));
    process.env.DUST_LANTERN_DB = from.path;
    const text = await heavy("exportExam", exam, NOW);
    expect(await heavy("exportFindings", exam)).toContain("test");
    process.env.DUST_LANTERN_DB = temporaryPath();
    const taken = await heavy("importExam", text, NOW, null);
    expect(taken.exams).toEqual([exam]);
    expect(loadExam(theStore(), exam)?.head).toEqual(loadExam(from, exam)?.head);
  });

  it("says what is wrong as it would here", async () => {
    process.env.DUST_LANTERN_DB = temporaryPath();
    await expect(heavy("importExam", "no file", NOW, null)).rejects.toMatchObject({ name: "InputError" });
    await expect(heavy("exportPerson", idOf(9), NOW)).rejects.toThrow("on the roster");
  });

  it.each([
    new InputError([{ where: "file", what: "is not whole", todo: "Export it again." }]),
    new StoreError("The store is damaged."),
    new StoreBusyError("The store is locked."),
    new Error("something else"),
  ])("brings %s over from the other thread", (error) => {
    const done = failed(1, error);
    if (done.kind === "done") throw new Error("It failed.");
    const back = errorOf(structuredClone(done) as typeof done);
    expect(back.constructor).toBe(error.constructor);
    expect(back.message).toContain(error.message);
    if (error instanceof StoreError) expect((back as StoreError).isBusy).toBe(error.isBusy);
  });
});
