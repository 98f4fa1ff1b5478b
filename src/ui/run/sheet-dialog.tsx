"use client";

import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical, X } from "lucide-react";
import { useState } from "react";
import { protocolOf, SHEETS, type TestId } from "@/core/knowledge";
import { sheetLabel, sheetTests } from "@/core/record";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";
import { AddTest } from "../exam/add-test";
import { useExam } from "../exam/exam-provider";
import { useOwnSheets } from "../exam/use-own-sheets";

function SheetRow({ test, onRemove }: { test: TestId; onRemove: () => void }) {
  const { attributes, listeners, setNodeRef, transform, transition } = useSortable({ id: test });
  const { name, position } = protocolOf(test);
  return (
    <li
      ref={setNodeRef}
      style={{ transform: CSS.Translate.toString(transform), transition: transition ?? "" }}
      className="flex items-center gap-1 rounded-lg border border-line bg-card"
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
        className="grid min-h-11 min-w-11 touch-none place-items-center"
      >
        <GripVertical aria-hidden size={18} />
      </button>
      <span className="grow leading-tight">
        {name} <span className="text-sm text-soft">{position}</span>
      </span>
      <Button look="quiet" className="px-2!" aria-label={`Remove ${name}`} onClick={onRemove}>
        <X aria-hidden size={18} />
      </Button>
    </li>
  );
}

/** The usual sheets, and the practitioner's own. */
function Presets({ onPick }: { onPick: (label: string, tests: readonly TestId[]) => void }) {
  const { profile, state } = useExam();
  const region = state.opened?.body.region;
  const shipped = SHEETS.toSorted((a, b) => Number(b.region === region) - Number(a.region === region));
  const own = (profile.settings.work.sheets ?? []) as readonly { label: string; tests: readonly TestId[] }[];
  return (
    <div role="group" aria-label="Sheets" className="grid gap-1.5 sm:grid-cols-2">
      {[...own.map((sheet) => ({ ...sheet, when: "your own" })), ...shipped].map(({ label, tests, when }) => (
        <Button
          key={label}
          big
          className="flex-col items-start! gap-0! py-1.5 text-start!"
          onClick={() => onPick(label, tests)}
        >
          <strong>{label}</strong>
          <span className="text-sm opacity-80">
            {when} · {tests.length} tests
          </span>
        </Button>
      ))}
    </div>
  );
}

const named = (id: string | number | undefined) => (id === undefined ? "nothing" : protocolOf(id as TestId).name);
/** What a screen reader hears while a test is moved. */
const ANNOUNCEMENTS: Announcements = {
  onDragStart: ({ active }) => `${named(active.id)} is picked up.`,
  onDragOver: ({ active, over }) => `${named(active.id)} is over ${named(over?.id)}.`,
  onDragEnd: ({ active, over }) => `${named(active.id)} was put at the place of ${named(over?.id)}.`,
  onDragCancel: ({ active }) => `${named(active.id)} stays where it was.`,
};

/** Which tests this exam runs, and in which order within a position. */
export function SheetDialog({ onClose }: { onClose: () => void }) {
  const { state, append } = useExam();
  const [label, setLabel] = useState(sheetLabel(state));
  const [tests, setTests] = useState<readonly TestId[]>(sheetTests(state));
  const { keep, said } = useOwnSheets();
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(TouchSensor),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const moved = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    setTests(arrayMove([...tests], tests.indexOf(active.id as TestId), tests.indexOf(over.id as TestId)));
  };
  const use = async () => {
    const taken = await append({
      type: "sheet-set",
      body: { label: label.trim() || "own sheet", tests: [...tests], reason: "" },
    });
    if (taken) onClose();
  };
  return (
    <Dialog open onOpenChange={(open) => !open && onClose()} title="Run sheet" wide>
      <Presets
        onPick={(picked, list) => {
          setLabel(picked);
          setTests(list);
        }}
      />
      <AddTest tests={tests} onAdd={(test) => setTests([...tests, test])} />
      <DndContext
        id="run-sheet"
        accessibility={{ announcements: ANNOUNCEMENTS }}
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={moved}
      >
        <SortableContext items={[...tests]} strategy={verticalListSortingStrategy}>
          <ol aria-label="Tests on this sheet" className="grid max-h-80 gap-1 overflow-y-auto sm:grid-cols-1">
            {tests.map((test) => (
              <SheetRow key={test} test={test} onRemove={() => setTests(tests.filter((other) => other !== test))} />
            ))}
          </ol>
        </SortableContext>
      </DndContext>
      <div className="flex flex-wrap items-end gap-2">
        <Field label="Name of the sheet" className="grow">
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              maxLength={80}
              value={label}
              onChange={(event) => setLabel(event.target.value)}
            />
          )}
        </Field>
        <Button disabled={label.trim() === "" || tests.length === 0} onClick={() => void keep(label.trim(), tests)}>
          Keep as my own
        </Button>
        <Button look="main" big disabled={tests.length === 0} onClick={() => void use()}>
          Use for this exam
        </Button>
      </div>
      {said && (
        <p role="status" className="text-sm">
          {said}
        </p>
      )}
    </Dialog>
  );
}
