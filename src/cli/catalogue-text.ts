import { CITATIONS, type Protocol, SOURCES } from "@/core";

/** One line: id, position, name, sources. */
export function catalogueLine({ id, position, name, readings }: Protocol): string {
  const sources = [...new Set(readings.map(({ source }) => SOURCES[source].label))].join(", ");
  return `${id.padEnd(28)} ${position.padEnd(12)} ${name} (${sources})\n`;
}

/** One test in full, as plain text. */
export function catalogueText(protocol: Protocol): string {
  const lines = [
    protocol.name,
    `Also: ${protocol.otherNames.join(", ")}`,
    `${protocol.position}; burden ${protocol.burden} of 5; ${protocol.sided ? "each side" : "no side of its own"}`,
    `Person: ${protocol.placing}`,
    `Hands: ${protocol.hands}`,
    `Direction: ${protocol.direction}`,
    `Stop: ${protocol.stopRule}`,
    ...protocol.cautions.map((text) => `Caution: ${text}`),
    "",
    "Stages",
    ...protocol.stages.map(({ id, name, instruction, question }) => `  ${id}: ${name}. ${instruction} "${question}"`),
    "",
    "Reading, first line that holds",
    ...protocol.readings.flatMap(({ source, sides, lines: rules }) => [
      `  ${SOURCES[source].label}, ${sides}`,
      ...rules.map(({ outcome, reason }) => `    ${outcome}: ${reason}`),
    ]),
    "",
    ...protocol.schools.flatMap(({ label, options, defaultOption }) => [
      label,
      ...options.map((option) => `  ${option.id === defaultOption ? "*" : "-"} ${option.label}: ${option.reason}`),
    ]),
    ...protocol.citations.map((id) => CITATIONS[id]),
  ];
  return `${lines.join("\n")}\n`;
}
