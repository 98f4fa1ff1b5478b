import { describe, expect, it } from "vitest";
import { type AskedNow, check, handsFree, offeredPlaces, PROTOCOLS, SIDES } from "@/core";
import { buildExam, idOf } from "@/fixtures/samples/build";
import { DEVICE_ROUTES } from "@/wire/device-routes";

const ASKED: readonly AskedNow[] = [
  { what: "rest" },
  { what: "place" },
  { what: "answer" },
  { what: "how bad", required: true },
];

describe("what a pad is to show", () => {
  it("goes over the wire, for every stage and side of the catalogue and everything that is asked of them", () => {
    const state = buildExam().complaint("si-area.right", "lateral-calf.left", "groin.right").state();
    let shown = 0;
    for (const protocol of PROTOCOLS)
      for (const stage of protocol.stages)
        for (const side of protocol.sided ? SIDES : [null])
          for (const asked of ASKED) {
            const run = { id: idOf(99_999_999), stopped: null, stages: {}, measures: {}, signs: {} };
            const told = handsFree({
              asked,
              position: { run: run as never, ladder: { here: stage } as never, stage },
              test: { protocol, side },
              isDown: true,
              theirWords: "w".repeat(300),
              places: offeredPlaces(state, side, protocol),
              atRest: 3,
            });
            if (told.is !== "asked") continue;
            shown++;
            const { is: _is, what: _what, ...rest } = told;
            expect(
              () => check(DEVICE_ROUTES.showOnPad.ask!, { show: "ask", ...rest }, "request"),
              `${protocol.id} ${stage.id} ${asked.what}`,
            ).not.toThrow();
          }
    expect(shown).toBeGreaterThan(500);
  });
});
