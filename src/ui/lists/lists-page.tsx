"use client";

import { useVirtualizer } from "@tanstack/react-virtual";
import { Printer } from "lucide-react";
import { Link } from "../primitives/link";
import { useDeferredValue, useEffect, useMemo, useRef, useState } from "react";
import { type ListOf, peopleOfList } from "@/core/planning";
import { LIST_SHOWS, type ListShows, type ListSort } from "@/core/record";
import { call } from "@/wire/call";
import type { ListRow } from "@/wire/roster";
import { ROUTES } from "@/wire/routes";
import { GivenPage } from "../accounts/given-page";
import { Button } from "../primitives/button";
import { Choice } from "../primitives/choice";
import { dayText } from "../primitives/dates";
import { inputClass } from "../primitives/field";
import { useHere } from "../shell/here";
import { PageHeader } from "../shell/page-header";
import { useEverybody } from "./use-everybody";

const SHOWS: Readonly<Record<ListShows, string>> = {
  everyone: "everybody",
  open: "examination open",
  retest: "retest due",
  letter: "letter unsent",
  outcome: "outcome open",
  countersign: "to countersign",
};
const WAITS: Readonly<Record<ListRow["waits"][number], string>> = {
  retest: "retest due",
  letter: "letter unsent",
  outcome: "outcome open",
};
const FIRST: ListOf = { words: "", shows: "everyone", sort: "recent" };
const ROW_PX = 48;
const COLUMNS = "grid grid-cols-[minmax(10rem,2fr)_6rem_7rem_7rem_minmax(9rem,2fr)] gap-x-3";
const HEADS: readonly { readonly sort: ListSort; readonly label: string }[] = [
  { sort: "name", label: "Name" },
  { sort: "number", label: "Number" },
  { sort: "born", label: "Born" },
  { sort: "last visit", label: "Last visit" },
];

/** What of somebody waits, in words. */
function Waits({ row }: { row: ListRow }) {
  const words = [
    ...(row.open ? ["examination open"] : []),
    ...row.waits.map((why) => WAITS[why]),
    ...(row.countersign ? ["to countersign"] : []),
  ];
  return <>{words.join(", ")}</>;
}

/** An open examination is where its person is found; what waits for a signature is there. */
const placeOf = ({ id, open, countersign }: ListRow): string =>
  countersign ? `/exams/${countersign}/sign` : open ? `/exams/${open}/run` : `/people/${id}`;

function Cells({ row }: { row: ListRow }) {
  return (
    <>
      <span role="cell" className="truncate">
        <Link href={placeOf(row)} className="inline-flex min-h-11 items-center font-medium underline">
          {row.name}
        </Link>
      </span>
      <span role="cell" className="tabular-nums">
        {row.number}
      </span>
      <span role="cell" className="tabular-nums">
        {dayText(row.birthDate)}
      </span>
      <span role="cell" className="tabular-nums">
        {row.lastVisit ? dayText(row.lastVisit) : "–"}
      </span>
      <span role="cell" className="truncate text-sm">
        <Waits row={row} />
      </span>
    </>
  );
}

type TableProps = { rows: readonly ListRow[]; sort: ListSort; onSort: (sort: ListSort) => void; isPrinted: boolean };

/** As many rows as are seen; on paper all of them. */
function Table({ rows, sort, onSort, isPrinted }: TableProps) {
  const frame = useRef<HTMLDivElement>(null);
  // eslint-disable-next-line react-hooks/incompatible-library -- it hands out functions of its own; nothing here is remembered by them
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: () => ROW_PX,
    overscan: 12,
  });
  const shown = virtual.getVirtualItems();
  return (
    <div
      ref={frame}
      role="table"
      aria-label="People"
      aria-rowcount={rows.length + 1}
      tabIndex={0}
      className={isPrinted ? "" : "max-h-[68vh] overflow-auto rounded-lg border border-line bg-card"}
    >
      <div role="rowgroup" className={isPrinted ? "" : "sticky top-0 z-10 min-w-3xl bg-card"}>
        <div role="row" aria-rowindex={1} className={`${COLUMNS} border-b border-edge px-2`}>
          {HEADS.map(({ sort: by, label }) => (
            <span
              key={by}
              role="columnheader"
              aria-sort={sort === by ? (by === "last visit" ? "descending" : "ascending") : "none"}
            >
              <button
                type="button"
                onClick={() => onSort(sort === by ? "recent" : by)}
                className="flex min-h-11 items-center gap-1 font-semibold"
              >
                {label} <span aria-hidden>{sort === by ? (by === "last visit" ? "↓" : "↑") : ""}</span>
              </button>
            </span>
          ))}
          <span role="columnheader" className="flex min-h-11 items-center font-semibold">
            Waits
          </span>
        </div>
      </div>
      <div
        role="rowgroup"
        className="relative min-w-3xl"
        style={isPrinted ? undefined : { height: virtual.getTotalSize() }}
      >
        {isPrinted
          ? rows.map((row, index) => (
              <div
                key={row.id}
                role="row"
                aria-rowindex={index + 2}
                className={`${COLUMNS} items-center border-b border-line px-2`}
              >
                <Cells row={row} />
              </div>
            ))
          : shown.map(({ index, start, size }) => (
              <div
                key={rows[index]!.id}
                role="row"
                aria-rowindex={index + 2}
                data-listed={rows[index]!.id}
                className={`${COLUMNS} absolute inset-x-0 items-center border-b border-line px-2`}
                style={{ top: start, height: size }}
              >
                <Cells row={rows[index]!} />
              </div>
            ))}
      </div>
    </div>
  );
}

/** Lists that were kept, each one press away. */
function Kept({ list, onChoose }: { list: ListOf; onChoose: (list: ListOf) => void }) {
  const { here, reload } = useHere();
  const [label, setLabel] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const profile = here?.profile;
  if (!profile) return null;
  const kept = profile.settings.work.lists ?? [];
  const save = async (lists: typeof kept) => {
    const written = await call(
      ROUTES.saveSettings,
      { practitioner: profile.id },
      { ...profile.settings, work: { ...profile.settings.work, lists } },
    );
    setProblem(written.ok ? null : written.message);
    if (!written.ok) return;
    setLabel("");
    await reload();
  };
  return (
    <div className="no-print flex flex-wrap items-end gap-2">
      {kept.length > 0 && (
        <nav aria-label="Kept lists" className="flex flex-wrap gap-2">
          {kept.map(({ label: name, ...of }) => (
            <span key={name} className="flex">
              <Button onClick={() => onChoose(of as ListOf)}>{name}</Button>
              <Button
                look="quiet"
                aria-label={`Forget the list ${name}`}
                className="px-2!"
                onClick={() => void save(kept.filter((one) => one.label !== name))}
              >
                ×
              </Button>
            </span>
          ))}
        </nav>
      )}
      <form
        className="flex items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (label.trim())
            void save([...kept.filter((one) => one.label !== label.trim()), { label: label.trim(), ...list }]);
        }}
      >
        <label className="flex flex-col text-sm">
          Keep this list as
          <input
            value={label}
            maxLength={60}
            onChange={(event) => setLabel(event.target.value)}
            className={inputClass}
          />
        </label>
        <Button type="submit" disabled={label.trim() === ""}>
          Keep
        </Button>
      </form>
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
    </div>
  );
}

/** Everybody, by what waits. */
export function ListsPage() {
  const { here } = useHere();
  const { rows, isWhole, problem } = useEverybody();
  const [list, setList] = useState<ListOf>(FIRST);
  const [isPrinted, setPrinted] = useState(false);
  const asked = useDeferredValue(list);
  const shown = useMemo(() => peopleOfList(rows, asked), [rows, asked]);
  /** Paper has no scroll bar: all of it is drawn first, then printed. */
  useEffect(() => {
    if (!isPrinted) return;
    const after = () => setPrinted(false);
    window.addEventListener("afterprint", after);
    const timer = setTimeout(() => window.print());
    return () => {
      clearTimeout(timer);
      window.removeEventListener("afterprint", after);
    };
  }, [isPrinted]);
  if (here && !here.acts.includes("see the list")) return <GivenPage />;
  const mayCountersign = here?.acts.includes("countersign") ?? false;
  const offered = LIST_SHOWS.filter((shows) => shows !== "countersign" || mayCountersign);
  return (
    <>
      <PageHeader />
      <main className="mx-auto flex w-full max-w-6xl flex-col gap-3 p-4">
        <div className="flex flex-wrap items-end justify-between gap-3">
          <h1 className="text-2xl font-bold">Everybody, by what waits</h1>
          <Button className="no-print" disabled={!isWhole} onClick={() => setPrinted(true)}>
            <Printer aria-hidden size={18} /> Print this list
          </Button>
        </div>
        <div className="no-print flex flex-wrap items-end gap-3">
          <label className="flex grow flex-col text-sm font-medium">
            Name, number or birth date
            <input
              type="search"
              value={list.words}
              maxLength={120}
              onChange={(event) => setList({ ...list, words: event.target.value })}
              className={inputClass}
            />
          </label>
          <Choice
            label="Shows"
            value={list.shows}
            options={offered.map((value) => ({ value, label: SHOWS[value] }))}
            onChoose={(shows) => setList({ ...list, shows })}
          />
        </div>
        <Kept list={list} onChoose={setList} />
        <p role="status" data-listed-of={shown.length}>
          {shown.length.toLocaleString("en")} of {rows.length.toLocaleString("en")} people
          {!isWhole && ", more are coming …"}
        </p>
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
        <Table rows={shown} sort={list.sort} isPrinted={isPrinted} onSort={(sort) => setList({ ...list, sort })} />
      </main>
    </>
  );
}
