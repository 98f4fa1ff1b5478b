import { expose } from "comlink";
import type { Recipe } from "@/core/reading/combine";
import { createDrawBook, type Spread, spreadOf } from "@/core/reading/draws";
import type { Interval } from "@/core/reading/likelihood-ratio";

export type SpreadRequest = { readonly recipe: Recipe; readonly ratioLimit: number; readonly band: Interval };

const book = createDrawBook();

const api = {
  spreads: (requests: readonly SpreadRequest[]): Spread[] =>
    requests.map(({ recipe, ratioLimit, band }) => spreadOf(recipe, ratioLimit, band, book)),
};

export type SpreadWorker = typeof api;

expose(api);
