import Papa from "papaparse";
import {
  canonicalJson,
  type EvidenceChanges,
  fromRow,
  named,
  parseChanges,
  RECORD_COLUMNS,
  type RecordRow,
  refuse,
  toRow,
  versionOf,
  withRecords,
  phrase,
} from "@/core";

export const EVIDENCE_FORMAT = "dust-lantern-evidence";
export const EVIDENCE_FILE_VERSION = 1;

/** The clinic's changes as a file: records, rules, switches and starts. */
export const evidenceFileText = (changes: EvidenceChanges, exportedAt: string): string =>
  `${JSON.stringify(
    JSON.parse(
      canonicalJson({
        format: EVIDENCE_FORMAT,
        version: EVIDENCE_FILE_VERSION,
        evidence: versionOf(changes),
        exportedAt,
        changes,
      }),
    ),
    null,
    2,
  )}\n`;

/** The clinic's own records as CSV (RFC 4180); a cell that a spreadsheet would run is quoted as text. */
export const evidenceCsv = ({ records }: EvidenceChanges): string =>
  `${Papa.unparse({ fields: [...RECORD_COLUMNS], data: records.map(toRow) }, { newline: "\r\n", escapeFormulae: true })}\r\n`;

function fromJson(content: string): EvidenceChanges {
  let file: unknown;
  try {
    file = JSON.parse(content);
  } catch {
    refuse(
      "file",
      "is not whole JSON: it is damaged, cut short, or another kind of file",
      "Export it again and choose that file.",
    );
  }
  const { format, version, changes } = (file ?? {}) as { format?: unknown; version?: unknown; changes?: unknown };
  if (format !== EVIDENCE_FORMAT)
    refuse(
      "file › format",
      "is not an evidence file of this program",
      phrase`Choose a file whose format is "${EVIDENCE_FORMAT}".`,
    );
  if (version !== EVIDENCE_FILE_VERSION)
    refuse(
      "file › version",
      phrase`is ${named(version)}, and this program reads version ${EVIDENCE_FILE_VERSION}`,
      "Update this program, or export the evidence again from this version.",
    );
  return parseChanges(changes, "file › changes");
}

function fromCsv(content: string, current: EvidenceChanges): EvidenceChanges {
  const { data, errors, meta } = Papa.parse<RecordRow>(content.replace(/^\uFEFF/, ""), {
    header: true,
    skipEmptyLines: "greedy",
  });
  const missing = RECORD_COLUMNS.filter((column) => !meta.fields?.includes(column));
  if (missing.length)
    refuse(
      "file › columns",
      phrase`lacks ${missing.join(", ")}`,
      "Use the columns of an exported file; docs/formats.md lists them.",
    );
  const [broken] = errors;
  if (broken)
    refuse(
      `file › row ${(broken.row ?? 0) + 2}`,
      phrase`is not a whole row (${broken.message})`,
      "Check its quotes and commas.",
    );
  if (data.length === 0) refuse("file", "holds no records", "Choose a file with at least one row.");
  return parseChanges(withRecords(current, data.map(fromRow)), "file");
}

/**
 * Reads an evidence file: JSON holds everything and takes the place of what is
 * in force; CSV holds records and is added to it.
 *
 * @throws InputError saying what is wrong, in which row and field, and what to do
 */
export const readEvidenceFile = (content: string, current: EvidenceChanges): EvidenceChanges =>
  content.trimStart().startsWith("{") ? fromJson(content) : fromCsv(content, current);
