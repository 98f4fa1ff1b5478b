import type { EventBody } from "@/core/record/events";
import type { ExamBuilder, RunPlan } from "@/core/samples/build";
import type { ExamRegion } from "@/core/vocabulary/regions";
import type { Place } from "@/core/vocabulary/sites";

export type Story = {
  readonly name: string;
  readonly birthDate: string;
  readonly sex: "female" | "male";
  readonly notes: string;
  /** Days before the store was made that the exam was opened; no exam without it. */
  readonly daysAgo?: number;
  readonly tell?: (exam: ExamBuilder) => void;
  /** Where the exam begins; the low back and pelvis when nothing is said. */
  readonly region?: ExamRegion;
  /** A visit before this one. */
  readonly earlier?: { readonly daysAgo: number; readonly tell: (exam: ExamBuilder) => void };
};

type Complaint = {
  places: Place[];
  words: string;
  qualities: EventBody<"area-recorded">["qualities"];
  scores: [now: number, best: number, worst: number];
  history: EventBody<"history-recorded">;
  centralises?: "yes" | "no" | "not tested";
};

export function complain(
  exam: ExamBuilder,
  { places, words, qualities, scores: [now, best, worst], history, centralises = "not tested" }: Complaint,
): void {
  exam.add("area-recorded", { area: "area-1", places, qualities, now, best, worst });
  exam.add("familiar-chosen", { area: "area-1", words });
  exam.add("history-recorded", history);
  exam.add("centralisation-recorded", { answer: centralises });
}

export const history = (over: Partial<EventBody<"history-recorded">>): EventBody<"history-recorded"> => ({
  onset: "gradual",
  onsetNote: "",
  weeks: 30,
  provokedBy: "moderate",
  settlesMinutes: 30,
  eases: "",
  ...over,
});

export const runs = (exam: ExamBuilder, plans: readonly RunPlan[]): void =>
  plans.forEach((plan) => void exam.run(plan));
