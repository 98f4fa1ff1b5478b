import type { ComponentProps, ReactNode } from "react";
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

type Entry = {
  readonly id: string;
  readonly type: string;
  readonly at: string;
  readonly actor: { readonly name: string };
  readonly body: object;
};

/** One entry of a record as it was made: what, when, by whom, and every field of it. */
const EntryFields = ({ type, at, actor, body }: Entry) => (
  <div className="min-w-60 grow">
    <p className="font-medium">
      {said(type)}{" "}
      <span className="font-normal">
        {timeText(at)}, said to be by {actor.name}
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

type ContinuedProps<E extends Entry> = Omit<ComponentProps<"details">, "children"> & {
  what: "record" | "course";
  /** The continuation's name. */
  head: string;
  events: readonly E[];
  /** What can be done with an entry, or what became of it. */
  children: (event: E) => ReactNode;
};

/** How a record went on elsewhere, entry by entry: kept whole beside it, and counted once it is taken over. */
export const ContinuedElsewhere = <E extends Entry>({ what, head, events, children, ...rest }: ContinuedProps<E>) => (
  <details {...rest}>
    <summary className="flex min-h-11 items-center font-medium">
      This {what} was also continued elsewhere: {events.length} {events.length === 1 ? "entry" : "entries"}, said to be
      by {events.at(-1)?.actor.name}, {events.length === 1 ? "is" : "are"} kept beside it. Look at them.
    </summary>
    <p className="text-sm">Nothing of it counts here until it is taken over. Continuation {head.slice(0, 12)}.</p>
    <ul className="text-sm">
      {events.map((event) => (
        <li key={event.id} className="flex flex-wrap items-center gap-3 border-t border-line py-2">
          <EntryFields {...event} />
          {children(event)}
        </li>
      ))}
    </ul>
  </details>
);
