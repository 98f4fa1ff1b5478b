"use client";

import { Trash2 } from "lucide-react";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { isEmptyExam } from "@/core/admission";
import { type Area, type EventDraft, type ExamState, limbsOf } from "@/core/record";
import { isPlaceGone, type Place } from "@/core/vocabulary";
import { BodyChart } from "../drawing/body-chart";
import { PlaceList } from "../drawing/place-list";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { useExamCourse } from "../exam/exam-course";
import { useExam } from "../exam/exam-provider";
import { later } from "../primitives/later";
import { AreaCard } from "./area-card";
import { ConsentCard } from "./consent-card";
import { HistoryCard } from "./history-card";
import { VisitCard } from "./visit-card";

const SinceLast = later(() => import("../course/since-last").then((module) => module.SinceLast));

const NOWHERE = () => false;

const emptyArea = (area: string, places: Place[]): Area => ({
  area,
  places,
  qualities: [],
  now: null,
  best: null,
  worst: null,
});

/** The next free name, so that a removed area's name is never used again by mistake. */
const nextAreaName = (areas: readonly Area[]): string =>
  `area-${Math.max(0, ...areas.map(({ area }) => Number(area.split("-")[1]) || 0)) + 1}`;

/** The event that marks a place of an area, or takes its mark away; an area without places is removed. */
function toggled(state: ExamState, name: string, place: Place): EventDraft {
  const area = state.areas.find((candidate) => candidate.area === name) ?? emptyArea(name, []);
  const places = area.places.includes(place) ? area.places.filter((other) => other !== place) : [...area.places, place];
  return places.length === 0
    ? { type: "area-removed", body: { area: name } }
    : { type: "area-recorded", body: { ...area, places } };
}

/** Back to the roster, where it is seen no more; the opening stays in the record. */
function Discard() {
  const { append } = useExam();
  const router = useRouter();
  const discard = async () => {
    const taken = await append({ type: "exam-ended", body: { reason: "mistake", note: "" } });
    if (taken) router.push("/");
  };
  return (
    <Button className="mt-3" onClick={() => void discard()}>
      <Trash2 aria-hidden size={18} /> Opened by mistake: discard
    </Button>
  );
}

/** Where it hurts, drawn; how it behaves; and which one is the familiar symptom. */
export function ComplaintScreen() {
  const { state, appendFrom } = useExam();
  const { course } = useExamCourse();
  const [selected, setSelected] = useState<string | null>(null);
  const [isNew, setIsNew] = useState(false);
  const [phantom, setPhantom] = useState(false);
  const limbs = limbsOf(state);
  const current = isNew ? null : (state.areas.find(({ area }) => area === selected) ?? state.areas[0] ?? null);

  const toggle = (place: Place) => {
    const area = current?.area ?? nextAreaName(state.areas);
    setSelected(area);
    setIsNew(false);
    void appendFrom((latest) => [toggled(latest, area, place)]);
  };

  const others = state.areas.filter(({ area }) => area !== current?.area).flatMap(({ places }) => places);
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[minmax(20rem,27rem)_1fr]">
      <Card heading="Where is it?" className="self-start lg:sticky lg:top-4">
        <BodyChart
          chosen={current?.places ?? []}
          others={others}
          gone={phantom ? NOWHERE : (place) => isPlaceGone(limbs, place)}
          onToggle={toggle}
        />
        {limbs.some(({ is }) => is !== "stiff" && is !== "without feeling") && (
          <Button className="mt-2" aria-pressed={phantom} onClick={() => setPhantom(!phantom)}>
            Felt in the part that is not there
          </Button>
        )}
        <details className="mt-2">
          <summary className="flex min-h-11 items-center font-medium">The same as a list</summary>
          <PlaceList chosen={current?.places ?? []} onToggle={toggle} />
        </details>
      </Card>
      <div className="flex flex-col gap-4">
        {course && course.visitsBefore > 0 && <SinceLast />}
        {state.areas.length === 0 && (
          <Card>
            <p className="text-lg">
              Mark on the body where it hurts. Right is marked R in a square, left L in a circle.
            </p>
            {!state.ended && isEmptyExam(state) && <Discard />}
          </Card>
        )}
        {state.areas.map((area, index) => (
          <AreaCard
            key={area.area}
            area={area}
            number={index + 1}
            isCurrent={area.area === current?.area}
            onSelect={() => {
              setIsNew(false);
              setSelected(area.area);
            }}
          />
        ))}
        {state.areas.length > 0 && (
          <Button className="self-start" aria-pressed={isNew} onClick={() => setIsNew(!isNew)}>
            {isNew ? "Now mark the other area on the chart" : "Another, separate area"}
          </Button>
        )}
        <HistoryCard />
        <VisitCard />
        <ConsentCard />
      </div>
    </div>
  );
}
