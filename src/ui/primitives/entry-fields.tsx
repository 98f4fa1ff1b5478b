import { timeText } from "./dates";

const said = (type: string): string => type.replaceAll("-", " ");

/** A field's name as words: "settlesMinutes" is "settles minutes". */
const worded = (field: string): string => field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);

/** What was entered, as it can be read: lists with commas, nothing as a dash. */
const valueText = (value: unknown): string =>
  value === null || value === ""
    ? "–"
    : Array.isArray(value)
      ? value.map(valueText).join(", ") || "–"
      : typeof value === "object"
        ? Object.entries(value)
            .map(([field, part]) => `${worded(field)} ${valueText(part)}`)
            .join("; ")
        : String(value);

type EntryProps = {
  type: string;
  at: string;
  actor: { readonly name: string };
  body: object;
};

/** One entry of a record as it was made: what, when, by whom, and every field of it. */
export const EntryFields = ({ type, at, actor, body }: EntryProps) => (
  <div className="min-w-60 grow">
    <p className="font-medium">
      {said(type)}{" "}
      <span className="font-normal">
        {timeText(at)}, {actor.name}
      </span>
    </p>
    <dl className="grid grid-cols-[auto_1fr] gap-x-3 text-sm">
      {Object.entries(body).map(([field, value]) => (
        <div key={field} className="contents">
          <dt>{worded(field)}</dt>
          <dd className="break-words">{valueText(value)}</dd>
        </div>
      ))}
    </dl>
  </div>
);
