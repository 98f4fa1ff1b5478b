import { searchable } from "../base";
import { REGIONS, SOURCES } from "../vocabulary";
import { type Protocol, PROTOCOLS } from "./protocols";

type Entry = { readonly protocol: Protocol; readonly names: string; readonly all: string };

const ENTRIES: readonly Entry[] = PROTOCOLS.map((protocol) => {
  const names = searchable([protocol.name, ...protocol.otherNames].join(" · "));
  const sources = protocol.readings.map(({ source }) => SOURCES[source].label);
  const regions = protocol.regions.map((region) => REGIONS[region]);
  return { protocol, names, all: searchable([names, protocol.position, ...regions, ...sources].join(" · ")) };
});

/**
 * Tests in which every word of the text is found: in a name first, then in
 * region, position or source.
 *
 * @example searchCatalogue("bragard").map(({ name }) => name) // ["Dorsiflexion sign after the raise"]
 */
export function searchCatalogue(text: string): Protocol[] {
  const words = searchable(text).split(" ").filter(Boolean);
  const whole = words.join(" ");
  const rank = ({ names }: Entry): number => {
    if (names.startsWith(whole)) return 0;
    return words.every((word) => names.includes(word)) ? 1 : 2;
  };
  return ENTRIES.filter(({ all }) => words.every((word) => all.includes(word)))
    .map((entry, index) => ({ entry, rank: rank(entry), index }))
    .toSorted((a, b) => a.rank - b.rank || a.index - b.index)
    .map(({ entry }) => entry.protocol);
}
