import type { Browser, Page } from "@playwright/test";
import { bringAxe, violations } from "./support/axe";
import { closeDevices, joinAs, only, openDevices, stored } from "./support/devices";
import { protocolOf, SHEETS, type TestId } from "@/core";
import { expect, openRun, type Prepared, readyToTest, test } from "./support/test";

const PEDAL = "PageDown";

const passed = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/**
 * A foot goes down and up so many times, for so long each: it does not wait for
 * the screen, as no foot does.
 */
async function pedal(page: Page, ms = 60, times = 1): Promise<void> {
  const done: Promise<void>[] = [];
  for (let time = 0; time < times; time++) {
    if (time > 0) await passed(80);
    done.push(page.keyboard.down(PEDAL));
    await passed(ms);
    done.push(page.keyboard.up(PEDAL));
  }
  await Promise.all(done);
}
const pedalTwice = (page: Page): Promise<void> => pedal(page, 60, 2);

/** A back and a leg, ready to be tested. */
const backAndLeg = (exam: Prepared["builder"]): void => {
  exam.add("sheet-set", {
    label: "Back and leg",
    tests: ["straight-leg-raise", "sacral-thrust"],
    reason: "",
  });
  readyToTest(exam);
};

/** The same with some tests of one's own choice. */
type Begins = {
  page: Page;
  browser: Browser;
  server: { url: string };
  prepare: (tell: typeof backAndLeg) => Promise<Prepared>;
};

/** An examination of its own with the run open; its id. */
async function openOwn({ page, prepare }: Pick<Begins, "page" | "prepare">, tell = backAndLeg): Promise<string> {
  const { exam } = await prepare(tell);
  await openRun(page, exam);
  return exam;
}

/** The same with everything connected. */
async function openEquipped(begins: Begins, tell = backAndLeg): Promise<{ exam: string; pad: Page }> {
  const exam = await openOwn(begins, tell);
  const pad = await equip(begins.page, begins.browser, begins.server.url);
  await practise(pad);
  return { exam, pad };
}

/** The person presses: it is there now. */
async function pressNow(pad: Page, pointerId = 1): Promise<void> {
  await pad.locator("[data-pad=hold]").evaluate((hold, id) => {
    for (const kind of ["pointerdown", "pointerup"])
      hold.dispatchEvent(new PointerEvent(kind, { pointerId: id, bubbles: true }));
  }, pointerId);
}

/** The first press is practice: it marks nothing. */
async function practise(pad: Page): Promise<void> {
  await expect(pad.locator("[data-pad-shows=practise]")).toBeVisible();
  await pressNow(pad);
  await expect(pad.locator("[data-pad-shows=hold]")).toBeVisible();
}

/** Simulated inclinometer that moves by itself, pedal, and a pad whose answers count by themselves. */
async function equip(page: Page, browser: Browser, url: string, device = "Simulated inclinometer"): Promise<Page> {
  const dialog = await openDevices(page);
  await dialog.getByRole("button", { name: device, exact: true }).click();
  await dialog.getByLabel(/moves by itself/).check();
  await dialog.getByRole("button", { name: "Simulated: Page Down" }).click();
  const pad = await joinAs(browser, url, page, /^Answer pad/);
  await dialog.getByLabel(/counts by itself/).check();
  await closeDevices(page);
  return pad;
}

/** For how long in all a pad says that it was stopped, from now on, in ms. */
async function timeStopped(pad: Page): Promise<() => Promise<number>> {
  await pad.evaluate(() => {
    let since: number | null = null;
    const took = { ms: 0 };
    Object.assign(window, { took });
    new MutationObserver(() => {
      const isStopped = document.querySelector("[data-pad-shows=stopped]") !== null;
      if (since !== null) took.ms += performance.now() - since;
      since = isStopped ? performance.now() : null;
    }).observe(document, { subtree: true, childList: true, attributes: true });
  });
  return () => pad.evaluate(() => (window as unknown as { took: { ms: number } }).took.ms);
}

/** From now on every touch of the screen is counted. */
async function untouched(page: Page): Promise<readonly string[]> {
  const touched: string[] = [];
  await page.exposeFunction("wasTouched", (what: string) => void touched.push(what));
  await page.evaluate(() => {
    for (const kind of ["pointerdown", "touchstart", "wheel"])
      window.addEventListener(
        kind,
        () => (window as unknown as { wasTouched: (what: string) => void }).wasTouched(kind),
        { capture: true },
      );
  });
  return touched;
}

/** A simulated limb moves as slowly as a hand leads one: what waits for the end of a movement waits that long. */
const MOVEMENT = { timeout: 45_000 };
/** Tests in which a limb is led several times. */
const LED_OFTEN_MS = 150_000;

/** What the person on the table would say. */
type Person = {
  readonly feels: (test: string) => boolean;
  /** At which of the live angles they press. */
  readonly onsetAt: number;
};

/**
 * Goes through the sheet with a foot on the pedal, while the person answers on
 * their pad: the examiner's screen is not touched.
 */
async function handsFree(
  page: Page,
  pad: Page,
  person: Person,
  atEach: (turn: number) => Promise<void> = async () => {},
  most = 200,
) {
  const panel = page.locator("[data-hands]");
  const nameNow = async () => (await page.locator("section[data-asked]").getAttribute("aria-label")) ?? "";
  let marked = "";
  for (let turn = 0; turn < most; turn++) {
    await atEach(turn);
    if ((await pad.locator("[data-pad-shows=practise]").count()) > 0) await practise(pad);
    const here = await panel.getAttribute("data-hands");
    const name = await nameNow();
    const stage = (await page.locator("[data-asking]").getAttribute("data-asking")) ?? "";
    if (here === "done") {
      const left = page.getByRole("navigation", { name: "Run sheet" }).getByRole("button", { name: /(to do|begun)$/ });
      if ((await left.count()) === 0) return;
      await pedalTwice(page);
      await page.waitForTimeout(500);
    } else if (here === "moving") {
      const dial = page.locator("[data-measuring] [data-dial]");
      /** What measures is there a moment after the movement was begun. */
      if (person.feels(name) && marked !== `${name} ${stage}`)
        await dial.waitFor({ timeout: 8000 }).catch(() => undefined);
      if (!person.feels(name) || (await dial.count()) === 0) {
        await page.waitForTimeout(300);
        if ((await panel.getAttribute("data-hands")) === "moving") await pedalTwice(page);
      } else if (marked !== `${name} ${stage}`) {
        await expect
          .poll(async () => Number(await dial.getAttribute("data-dial")), MOVEMENT)
          .toBeGreaterThan(person.onsetAt);
        await pressNow(pad, turn);
        marked = `${name} ${stage}`;
      }
      await expect(panel).not.toHaveAttribute("data-hands", "moving", MOVEMENT);
    } else if (here === "asked") {
      const choice = pad.locator(`[data-choice=${person.feels(name) ? "familiar" : "nothing"}]`);
      const asks = pad.locator("[data-pad-shows=ask] h1").first();
      /** The two screens follow each other by a moment. */
      if (!(await asks.isVisible())) {
        await page.waitForTimeout(300);
        continue;
      }
      const words = await asks.innerText();
      if (words === "What was that?") await choice.click();
      else if (words === "And now?") await pad.locator("[data-choice=worse]").click();
      else if (words === "Where was it?") await pad.locator("[data-choice]").last().click();
      else await pad.getByRole("button", { name: "3", exact: true }).click();
      await expect(pad.locator("[data-pad-shows=ask] h1").filter({ hasText: words })).toBeHidden({});
      await page.waitForTimeout(1300);
    } else if (here === "seen") {
      await pedal(page);
      await page.waitForTimeout(500);
      await pedalTwice(page);
      await page.waitForTimeout(500);
    } else {
      /** Where only a number is asked, it is read at the end of the movement. */
      const cue = page.locator("[data-cue]");
      if (!(await cue.innerText()).startsWith("At the screen") && (await page.locator("[data-dial]").count()) > 0)
        await expect
          .poll(
            async () =>
              (await panel.getAttribute("data-hands")) !== here || (await cue.innerText()).includes("twice keeps"),
            MOVEMENT,
          )
          .toBe(true);
      /** What the panel asks may have changed while its cue was read. */
      if ((await panel.getAttribute("data-hands")) !== here) continue;
      await pedalTwice(page);
      await page.waitForTimeout(500);
    }
  }
  throw new Error("The sheet was never done.");
}

test(
  "a whole sheet is run with a pedal and a pad, and the screen is not touched from its start to its end",
  { tag: "@all" },
  async ({ page, browser, server, request, prepare }) => {
    test.setTimeout(LED_OFTEN_MS);
    const { exam, pad } = await openEquipped({ page, browser, server, prepare });
    const touched = await untouched(page);
    await handsFree(page, pad, {
      feels: (name) => name === "Straight leg raise right",
      onsetAt: 30,
    });
    expect(touched).toEqual([]);
    const events = await stored(request, exam);
    const runs = events.filter(({ type }) => type === "run-started");
    expect(runs.map(({ body }) => body.test)).toEqual(["straight-leg-raise", "straight-leg-raise", "sacral-thrust"]);
    const answers = events.filter(({ type }) => type === "response-recorded" || type === "answer-recorded");
    expect(new Set(answers.map(({ channel }) => channel))).toEqual(new Set(["pad"]));
    const onsets = events.filter(({ type }) => type === "measure-recorded");
    expect(onsets).toHaveLength(1);
    expect(onsets[0]).toMatchObject({
      channel: "device",
      body: { measure: "onset", how: { device: "simulated", method: "onset by pad", trials: 1, tooQuick: false } },
    });
    expect(onsets[0]!.body.value).toBeGreaterThan(24);
    expect(onsets[0]!.body.value).toBeLessThan(45);
    await pad.context().close();
  },
);

/** What is measured by device in the tests of the sheet. */
const MEASURED: Readonly<Record<string, readonly string[]>> = {
  "straight-leg-raise": ["onset"],
  "lumbar-range": ["flexion-t12", "flexion-s1"],
};
const LOW_BACK = SHEETS.find(({ id }) => id === "low-back-leg")!;

/** The tests that only a positive raise earns are run in the raise's own list. */
const EARNED = LOW_BACK.tests.filter((id) => protocolOf(id).earned);
const listOf = (tested: TestId): readonly TestId[] =>
  tested === "straight-leg-raise" ? [tested, ...EARNED] : [tested];

/** Every test of the list, on both sides where it has them. */
for (const tested of LOW_BACK.tests.filter((id) => !EARNED.includes(id)))
  test(
    `${listOf(tested).join(", ")} is run with two inclinometers, a pedal and a pad, and the screen is not touched`,
    { tag: "@all" },
    async ({ page, browser, server, request, prepare }) => {
      test.setTimeout(LED_OFTEN_MS);
      const exam = await openOwn({ page, prepare }, (builder) => {
        builder.add("sheet-set", { label: LOW_BACK.label, tests: [...listOf(tested)], reason: "" });
        builder.complaint("posterior-calf.right").consent().guard().rest(1, "posterior-calf.right");
      });
      const pad = await equip(page, browser, server.url, "Simulated inclinometers, two");
      const touched = await untouched(page);
      await handsFree(page, pad, { feels: (name) => name === "Straight leg raise right", onsetAt: 30 }, undefined, 900);
      expect(touched).toEqual([]);
      const events = await stored(request, exam);
      const begun = new Set(events.filter(({ type }) => type === "run-started").map(({ body }) => body.test));
      expect(listOf(tested).filter((id) => !begun.has(id))).toEqual([]);
      const answers = events.filter(({ type }) => type === "response-recorded");
      expect(answers.filter(({ channel }) => channel !== "pad")).toEqual([]);
      const numbers = events.filter(({ type, channel }) => type === "measure-recorded" && channel === "device");
      expect(numbers.map(({ body }) => body.measure)).toEqual(expect.arrayContaining([...(MEASURED[tested] ?? [])]));
      await pad.context().close();
    },
  );

test("a pad stops the test on every screen, whatever it shows, and says afterwards that it was heard", async ({
  page,
  browser,
  server,
  request,
  prepare,
}) => {
  const { exam, pad } = await openEquipped({ page, browser, server, prepare });
  const other = await (await browser.newContext({ baseURL: server.url })).newPage();
  await openRun(other, exam);
  await pedalTwice(page);
  await pad.locator("[data-choice=nothing]").click();
  await expect(pad.locator("[data-pad=hold]")).toBeVisible();
  const stoppedFor = await timeStopped(pad);
  await pad.locator("[data-pad=hold]").evaluate((hold) => {
    for (const pointerId of [1, 2]) hold.dispatchEvent(new PointerEvent("pointerdown", { pointerId, bubbles: true }));
  });
  await expect(pad.getByText("I have stopped.")).toBeVisible();
  await expect(page.getByRole("dialog", { name: /Stopped/ })).toBeVisible();
  await expect(page.locator("[data-cue]")).toHaveText("Stopped");
  await expect(other.getByText(/^Stopped:/)).toBeVisible();
  const stops = (await stored(request, exam)).filter(({ type }) => type === "run-stopped");
  expect(stops).toHaveLength(1);
  expect(stops[0]).toMatchObject({ channel: "pad", body: { reason: "other" } });
  await page
    .getByRole("dialog", { name: /Stopped/ })
    .getByRole("button", { name: "Another pain, too strong" })
    .click();
  await expect
    .poll(async () => (await stored(request, exam)).slice(-2).map(({ type, body }) => [type, body.reason]))
    .toEqual([
      ["event-retracted", "its reason follows"],
      ["run-stopped", "pain too strong"],
    ]);
  /** It can be read, although the screen went on at once. */
  await expect(pad.getByText("I have stopped.")).toHaveCount(0);
  expect(await stoppedFor()).toBeGreaterThan(2500);
  await pad.context().close();
  await other.context().close();
});

test("what a pad says waits for the examiner, counts when it is taken, and stands beside another answer", async ({
  page,
  browser,
  server,
  request,
  prepare,
}) => {
  const { exam, pad } = await openEquipped({ page, browser, server, prepare }, only("thigh-thrust"));
  const dialog = await openDevices(page);
  await dialog.getByLabel(/counts by itself/).uncheck();
  await closeDevices(page);

  await page.getByRole("button", { name: "It is down" }).click();
  await pad.locator("[data-choice=stretch]").waitFor();
  await bringAxe(pad);
  expect(await violations(pad, "everything")).toEqual([]);
  await pad.locator("[data-choice=stretch]").click();
  await expect(page.locator("[data-ghost]")).toContainText("Only a pull or pressure");
  await page.waitForTimeout(1500);
  expect((await stored(request, exam)).filter(({ type }) => type === "response-recorded")).toEqual([]);
  await pad.getByRole("button", { name: "No, that is wrong" }).click();
  await expect(page.locator("[data-ghost]")).toBeHidden();
  await pad.locator("[data-choice=other]").click();
  await page.locator("[data-ghost]").click();
  await expect(page.locator("[data-response=other]")).toHaveAttribute("aria-pressed", "true");

  await page.getByRole("button", { name: /^Thigh thrust right/ }).click();
  await page.getByRole("button", { name: "It is down" }).click();
  await pad.locator("[data-choice=familiar]").click();
  await expect(page.locator("[data-ghost]")).toContainText("My usual pain");
  await page.locator("[data-response=stretch]").click();
  await expect(page.locator("[data-ghost]")).toBeHidden();
  await expect
    .poll(async () => (await stored(request, exam)).slice(-3).map(({ type, channel }) => [type, channel]))
    .toEqual([
      ["run-started", "tap"],
      ["response-recorded", "tap"],
      ["answer-reported", "pad"],
    ]);
  await pad.context().close();
});

test(
  "a limb that is led again is another trial: their mean is recorded with how many, and a hold is counted aloud",
  { tag: "@all" },
  async ({ page, browser, server, request, prepare }) => {
    /** A machine with a voice of its own, that writes down what it says. */
    await page.addInitScript(() => {
      const said: string[] = [];
      const voice = { lang: "en-GB", localService: true, name: "own" };
      Object.assign(window, {
        said,
        SpeechSynthesisUtterance: class {
          constructor(readonly text: string) {}
        },
      });
      Object.defineProperty(window, "speechSynthesis", {
        value: { getVoices: () => [voice], cancel: () => {}, speak: ({ text }: { text: string }) => said.push(text) },
      });
    });
    const { exam, pad } = await openEquipped(
      { page, browser, server, prepare },
      only("straight-leg-raise", "valsalva"),
    );
    const dialog = await openDevices(page);
    await dialog.getByLabel(/is said aloud/).check();
    await closeDevices(page);
    const sheet = page.getByRole("navigation", { name: "Run sheet" });
    await sheet
      .getByRole("button", { name: /^Straight leg raise/ })
      .first()
      .click();
    const dial = page.locator("[data-measuring] [data-dial]");
    const angle = async () => Number(await dial.getAttribute("data-dial"));
    const marked = async () => Number(await page.locator("[data-marked]").getAttribute("data-marked"));
    const marks: number[] = [];
    for (const from of [20, 34]) {
      await expect.poll(angle).toBeGreaterThan(from);
      await pressNow(pad, from);
      await expect(page.locator("[data-marked]")).toBeVisible();
      await expect.poll(marked).not.toBe(marks[0]);
      marks.push(await marked());
    }
    await expect(page.locator("[data-steady]")).toContainText("held ±");
    await expect(page.locator("[data-trials='2']")).toContainText("2 trials: mean");
    await page.getByRole("button", { name: "Take the mean" }).click();
    await expect(page.locator("[data-trials='2']")).toContainText("taken");
    await pad.locator("[data-choice=familiar]").click();
    const tested = (await page.locator("section[data-asked]").getAttribute("aria-label"))!;
    await pad
      .locator(`[data-choice$=".${tested.includes("left") ? "left" : "right"}"]`)
      .last()
      .click();
    await pad.getByRole("button", { name: "3", exact: true }).click();
    await expect
      .poll(async () => (await stored(request, exam)).find(({ type }) => type === "measure-recorded")?.body)
      .toMatchObject({ measure: "onset", how: { trials: 2, method: "onset by pad" } });
    const { value } = (await stored(request, exam)).find(({ type }) => type === "measure-recorded")!.body as {
      value: number;
    };
    expect(Math.abs(value - (marks[0]! + marks[1]!) / 2)).toBeLessThanOrEqual(1);

    const spoken = () => page.evaluate(() => (window as unknown as { said: string[] }).said);
    expect((await spoken()).join("\n")).toContain("Straight leg raise");
    await sheet.getByRole("button", { name: /^Valsalva/ }).click();
    await page.getByRole("button", { name: /^Hold/ }).waitFor();
    await page.keyboard.press("h");
    await expect.poll(spoken).toEqual(expect.arrayContaining(["1", "2"]));
    await pad.context().close();
  },
);

test(
  "the movement is kept beside its angle where that is asked for, and the table is as it was after a reload",
  { tag: "@all" },
  async ({ page, browser, server, request, prepare }) => {
    const { exam, pad } = await openEquipped({ page, browser, server, prepare }, only("straight-leg-raise"));
    const asked = await openDevices(page);
    await asked.getByLabel(/Keep the movement/).check();
    await closeDevices(page);
    await page.reload();
    const again = await openDevices(page);
    for (const name of [/Keep the movement/, /moves by itself/, /counts by itself/])
      await expect(again.getByLabel(name)).toBeChecked();
    await expect(again.getByRole("button", { name: "Simulated inclinometer", exact: true })).toHaveAttribute(
      "aria-pressed",
      "true",
    );
    await closeDevices(page);
    /** A pad that stayed joined is practised once more: it may be in another hand. */
    await practise(pad);
    const dial = page.locator("[data-measuring] [data-dial]");
    await expect.poll(async () => Number(await dial.getAttribute("data-dial")), MOVEMENT).toBeGreaterThan(25);
    await pressNow(pad);
    await expect(page.locator("[data-marked]")).toBeVisible();
    await pad.locator("[data-choice=familiar]").click();
    const tested = (await page.locator("section[data-asked]").getAttribute("aria-label"))!;
    await pad
      .locator(`[data-choice$=".${tested.includes("left") ? "left" : "right"}"]`)
      .last()
      .click();
    await pad.getByRole("button", { name: "3", exact: true }).click();
    const measured = async () =>
      (await stored(request, exam)).find(({ type }) => type === "measure-recorded")?.body as
        { value: number; how: { trace: { every: number; at: number; tenths: (number | null)[] } } } | undefined;
    await expect.poll(measured).toBeTruthy();
    const { value, how } = (await measured())!;
    const { at, tenths } = how.trace;
    const before = tenths.slice(0, at).filter((tenth) => tenth !== null);
    expect(before.length).toBeGreaterThan(20);
    /** The moment that was meant lies on the curve, and the limb rose to it. */
    const around = tenths.slice(Math.max(0, at - 3), at + 4).filter((tenth) => tenth !== null);
    expect(around.some((tenth) => Math.abs(tenth / 10 - value) <= 4)).toBe(true);
    expect(before[0]! / 10).toBeLessThan(value);
    await page.goto(`/exams/${exam}/reading`);
    const curves = page.getByRole("list").filter({ has: page.getByRole("img", { name: /^The movement: from/ }) });
    await expect(curves.getByRole("listitem")).toHaveCount(1);
    await expect(curves).toContainText(`${value}°`);
  },
);

for (const isAllowed of [true, false])
  test(
    `a serial line ${isAllowed ? "that was allowed opens by itself" : "that is allowed no longer is opened by hand"} after the page was loaded anew`,
    { tag: isAllowed ? [] : "@all" },
    async ({ page, prepare }) => {
      await page.addInitScript((isKept) => {
        /** As a real one: it opens once, and closes only when nobody reads from it. */
        const port = {
          readable: null as ReadableStream<Uint8Array> | null,
          open: async () => {
            if (port.readable) throw new DOMException("The port is already open.", "InvalidStateError");
            let sending: ReturnType<typeof setInterval>;
            port.readable = new ReadableStream<Uint8Array>({
              start: (stream) => {
                sending = setInterval(
                  () => stream.enqueue(new TextEncoder().encode(`${Math.round(performance.now())},33.0,deg\n`)),
                  40,
                );
              },
              cancel: () => clearInterval(sending),
            });
          },
          close: async () => {
            if (port.readable?.locked) throw new TypeError("Cannot cancel a locked stream");
            port.readable = null;
          },
        };
        const serial = {
          requestPort: async () => (sessionStorage.setItem("was-chosen", "yes"), port),
          getPorts: async () => (isKept && sessionStorage.getItem("was-chosen") ? [port] : []),
        };
        Object.defineProperty(navigator, "serial", { value: serial });
      }, isAllowed);
      await openOwn({ page, prepare }, only("straight-leg-raise"));
      const dialog = await openDevices(page);
      const line = dialog.getByRole("button", { name: "Serial line", exact: true });
      await line.click();
      await expect(line).toHaveAttribute("aria-pressed", "true");
      await closeDevices(page);
      await page.reload();
      const again = await openDevices(page);
      await expect(again.getByRole("button", { name: "Serial line", exact: true })).toHaveAttribute(
        "aria-pressed",
        String(isAllowed),
      );
      await closeDevices(page);
      const dial = page.locator("[data-measuring] [data-dial]");
      if (isAllowed) await expect(dial).toHaveAttribute("data-dial", /^-?\d/);
      else await expect(dial).toHaveCount(0);
      /** Opened anew, and put away and opened, it is the same port again. */
      for (const isPutAway of [false, true]) {
        await openDevices(page);
        if (isPutAway) await dialog.getByRole("button", { name: "Type the numbers instead" }).click();
        await line.click();
        await expect(line).toHaveAttribute("aria-pressed", "true");
        await expect(dialog.getByText(/No port was chosen|The serial line ended/)).toHaveCount(0);
        await closeDevices(page);
        await expect(dial).toHaveAttribute("data-dial", /^-?\d/);
      }
    },
  );

test(
  "a delay of one's own is learned by ten presses, those before the signal apart, and stands in for the usual one",
  { tag: "@all" },
  async ({ page, prepare }) => {
    await page.addInitScript(() => {
      Math.random = () => 0;
      /** When each flash was drawn, and how long after it the foot went down. */
      const kept = { drawn: 0, presses: [] as number[] };
      Object.assign(window, { kept });
      new MutationObserver((changes) => {
        if (changes.some(({ target }) => (target as HTMLElement).dataset.flash === "true"))
          kept.drawn = performance.now();
      }).observe(document, { attributes: true, attributeFilter: ["data-flash"], subtree: true });
      window.addEventListener(
        "keydown",
        ({ timeStamp }) => {
          if (kept.drawn > 0) kept.presses.push(timeStamp - kept.drawn);
          kept.drawn = 0;
        },
        { capture: true },
      );
    });
    await openOwn({ page, prepare });
    const dialog = await openDevices(page);
    await dialog.getByRole("button", { name: "Simulated: Page Down" }).click();
    await expect(dialog.locator("[data-delay=pedal]")).toContainText("0.80 s with the pedal, as is usual");
    await dialog.getByRole("button", { name: "Learn how quick" }).click();
    const learning = dialog.locator("[data-learning=pedal]");
    await pedal(page);
    await expect(learning).toContainText("Too soon");
    /** On a machine that is busy a press may come so late that it counts as missed. */
    for (let trial = 0; trial < 30 && (await learning.count()) > 0; trial++) {
      await learning.locator("[data-flash=true]").waitFor();
      await passed(150);
      await pedal(page);
      await learning.locator("[data-flash=false]").or(dialog.getByText("of 10 trials")).first().waitFor();
    }
    await expect(dialog.locator("[data-delay=pedal]")).toContainText("of 10 trials");
    const learned = Number(/^([\d.]+) s/.exec((await dialog.locator("[data-delay=pedal]").innerText()).trim())![1]);
    const presses = await page.evaluate(() => (window as unknown as { kept: { presses: number[] } }).kept.presses);
    const trials = presses.filter((ms) => ms <= 2000).toSorted((a, b) => a - b);
    /** Their word before the press is half a second; a flash is drawn some time after it is due. */
    const seen = (trials[4]! + trials[5]!) / 2000 + 0.5;
    expect(learned).toBeGreaterThan(seen - 0.03);
    expect(learned).toBeLessThan(seen + 0.3);
  },
);

test(
  "somewhere else is pointed at on their own body, right on the right from both sides, and said in words before it counts",
  { tag: "@all" },
  async ({ page, browser, server, request, prepare }) => {
    const { exam, pad } = await openEquipped({ page, browser, server, prepare }, only("thigh-thrust"));
    await page.getByRole("button", { name: /^Thigh thrust right/ }).click();
    await page.getByRole("button", { name: "It is down" }).click();
    await pad.locator("[data-choice=familiar]").click();
    await pad.locator("[data-choice=elsewhere]").click();
    await pad.getByRole("button", { name: "Show the whole body" }).click();
    const across = async (place: string) => (await pad.locator(`[data-place="${place}"]`).boundingBox())!.x;
    for (const [view, site] of [
      ["My back", "central-buttock"],
      ["My front", "groin"],
    ] as const) {
      await pad.getByRole("button", { name: view }).click();
      expect(await across(`${site}.right`)).toBeGreaterThan(await across(`${site}.left`));
    }
    await bringAxe(pad);
    expect(await violations(pad, "everything")).toEqual([]);
    await pad.locator('[data-place="groin.left"]').click();
    await expect(pad.locator("[data-where] [role=status]")).toHaveText(/left/i);
    await pad.getByRole("button", { name: "Yes, there" }).click();
    /** The other side than the one that is tested: it waits for the examiner, though answers count by themselves. */
    await expect(page.locator("[data-ghost]")).toContainText("It is not on the tested side.");
    await pad.getByRole("button", { name: "No, that is wrong" }).click();
    await pad.locator("[data-place]").first().waitFor();
    await pad.getByRole("button", { name: "My back" }).click();
    await pad.locator('[data-place="central-buttock.right"]').click();
    await pad.getByRole("button", { name: "Yes, there" }).click();
    await expect
      .poll(async () => JSON.stringify((await stored(request, exam)).filter(({ channel }) => channel === "pad")))
      .toContain("central-buttock.right");
    await pad.context().close();
  },
);

test("a phone as a probe moves the dial, is away when it sleeps, and is sent off from the table", async ({
  page,
  browser,
  server,
  prepare,
}) => {
  await openOwn({ page, prepare });
  const dialog = await openDevices(page);
  const phone = await joinAs(browser, server.url, page, /^Probe/);
  await closeDevices(page);
  await phone.getByRole("button", { name: "Along a limb or the spine" }).click();
  await phone.evaluate(() => {
    const state = { beta: 2 };
    Object.assign(window, { lean: state });
    setInterval(
      () =>
        window.dispatchEvent(new DeviceOrientationEvent("deviceorientation", { alpha: 0, beta: state.beta, gamma: 0 })),
      20,
    );
  });
  await expect(phone.getByText("Measuring")).toBeVisible();
  const dial = page.locator("[data-measuring]");
  await expect(dial).toHaveAttribute("data-zeroed", "true");
  await phone.evaluate(() => void ((window as unknown as { lean: { beta: number } }).lean.beta = 42));
  await expect(dial.locator("[data-dial]")).toHaveAttribute("data-dial", "40");
  /** It sleeps: nothing comes, the screen says so, and the angle can be typed. */
  await phone.context().setOffline(true);
  await expect(page.getByText(/is silent|is away/).first()).toBeVisible({ timeout: 30_000 });
  await page.getByRole("textbox", { name: /^Raise at onset/ }).fill("44");
  await page.keyboard.press("Enter");
  await expect(page.getByRole("textbox", { name: /^Raise at onset/ })).toHaveValue("44");
  await phone.context().setOffline(false);
  await expect(dial.locator("[data-dial]")).toHaveAttribute("data-dial", "40");
  await openDevices(page);
  await dialog.getByRole("button", { name: "Send off" }).click();
  await expect(phone.getByText("Thank you. Please give it back.")).toBeVisible();
  await phone.context().close();
});

test(
  "a code that is wrong, used or old lets nobody in, and a device that joined reads nothing of anybody",
  { tag: "@all" },
  async ({ page, browser, server, prepare }) => {
    await openOwn({ page, prepare });
    await openDevices(page);
    const pad = await joinAs(browser, server.url, page, /^Answer pad/);
    const outside = await browser.newContext({ baseURL: server.url });
    const late = await outside.newPage();
    await late.goto("/join#code=AAAAAA");
    await late.getByRole("button", { name: "Join" }).click();
    await expect(late.getByRole("alert").first()).toContainText("used once, within two minutes");
    /** The same in the language that is chosen, worded on the device. */
    await late.getByRole("radio", { name: "Deutsch" }).click();
    await expect(late.getByRole("heading", { name: "An einer Untersuchung teilnehmen" })).toBeVisible();
    await expect(late.getByRole("alert").first()).toContainText("Dieser Code gilt nicht");
    await late.getByRole("radio", { name: "English" }).click();
    for (const path of ["/api/join", "/api/join/live"]) expect((await outside.request.get(path)).status()).toBe(401);
    for (const path of ["/api/join/say", "/api/join/clock"])
      expect((await outside.request.post(path, { data: path.endsWith("say") ? { said: [] } : {} })).status()).toBe(401);
    const told = JSON.stringify(await (await pad.request.get("/api/join")).json());
    expect(told).toMatch(/^\{"role":"pad","sign":"\w+"\}$/);
    const refused = await pad.request.post("/api/join/say", {
      data: { said: [{ says: "samples", at: 1, t: [1], v: [2] }] },
    });
    expect(refused.status()).toBe(400);
    expect(await refused.text()).toContain("is nothing that a pad says");
    await outside.close();
    await pad.context().close();
  },
);

test(
  "a pad speaks the language that was chosen before it joined, also after a reload",
  { tag: "@all" },
  async ({ page, browser, server, prepare }) => {
    await openOwn({ page, prepare });
    await openDevices(page);
    const pad = await joinAs(browser, server.url, page, /^Answer pad/, "Deutsch");
    const said = /Bitte warten Sie: Ich frage gleich|Antwortgerät/;
    await expect(pad.locator("main[lang=de]")).toContainText(said);
    await pad.reload();
    await expect(pad.locator("main[lang=de]")).toContainText(said);
    await pad.context().close();
  },
);

test(
  "with readings lost, late and doubled an onset is still marked, and a pad that leaves holds up nothing",
  { tag: "@all" },
  async ({ page, browser, server, request, prepare }) => {
    const { exam, pad } = await openEquipped({ page, browser, server, prepare });
    const dialog = await openDevices(page);
    await dialog.getByRole("button", { name: "Simulated, with a loose cable" }).click();
    await closeDevices(page);
    const dial = page.locator("[data-measuring] [data-dial]");
    await expect.poll(async () => Number(await dial.getAttribute("data-dial")), MOVEMENT).toBeGreaterThan(30);
    await pressNow(pad);
    await expect(page.locator("[data-marked]")).toBeVisible();
    const marked = Number(await page.locator("[data-marked]").getAttribute("data-marked"));
    expect(marked).toBeGreaterThan(24);
    expect(marked).toBeLessThan(45);
    /** Its handle moves the moment that is meant. */
    await page.getByRole("slider", { name: "The moment it started" }).focus();
    for (let press = 0; press < 40; press++) await page.keyboard.press("ArrowLeft");
    await expect
      .poll(async () => Number(await page.locator("[data-marked]").getAttribute("data-marked")))
      .toBeLessThan(marked);

    await pad.context().close();
    await expect(page.getByText("pad is away")).toBeVisible({});
    await page.locator("[data-theirs='si-area.right']").click();
    await expect(page.getByRole("textbox", { name: /^Raise at onset/ })).not.toHaveValue("");
    await expect
      .poll(
        async () => (await stored(request, exam)).filter(({ type }) => type === "measure-recorded").at(-1)?.body.how,
      )
      .toMatchObject({ device: "simulated", method: "onset set by hand on the trace" });
  },
);
