import { v7 as newId } from "uuid";
import { episodeProblem } from "@/core/admission";
import { describeProblem } from "@/core/base";
import {
  type Actor,
  type EpisodeDraft,
  foldEpisode,
  type RecordedEvent,
  streamEvent,
  type StreamEvent,
} from "@/core/record";
import { openOutbox } from "@/sync/outbox";
import { courier } from "../shell/courier";

type Saying = {
  readonly episode: string;
  readonly person: string;
  readonly actor: Actor;
  readonly device: string;
  /** What was said of the course before. */
  readonly events: readonly StreamEvent[];
};

/** What was kept of what was said, or why it cannot be said. */
type Said =
  | { readonly events: readonly StreamEvent[]; readonly refusal: null }
  | { readonly events: null; readonly refusal: string };

/**
 * Says something of a course: checked here as the server will, kept durably in
 * this browser, then sent by the courier, at once or when there is a network.
 */
export async function sayOfCourse(
  drafts: readonly EpisodeDraft[],
  { episode, person, actor, device, events }: Saying,
): Promise<Said> {
  const opening: readonly EpisodeDraft[] =
    foldEpisode(events).person === null && drafts[0]?.type !== "episode-opened"
      ? [{ type: "episode-opened", body: { person, name: "" } }]
      : [];
  const made: StreamEvent[] = [];
  for (const draft of [...opening, ...drafts]) {
    const event = streamEvent("episode", episode, draft, { id: newId(), at: new Date().toISOString(), actor, device });
    const before = [...events, ...made];
    const problem = episodeProblem(foldEpisode(before), event, before.length, () => person);
    if (problem) return { events: null, refusal: describeProblem(problem) };
    made.push(event);
  }
  try {
    await openOutbox().add(made as unknown as readonly RecordedEvent[]);
  } catch (error) {
    return { events: null, refusal: error instanceof Error ? error.message : "This browser would not keep it." };
  }
  void courier().round();
  return { events: made, refusal: null };
}

/** What was said of a course in this browser and is not with the server yet. */
export const saidAndWaiting = async (episode: string): Promise<readonly StreamEvent[]> =>
  (await openOutbox().forExam(episode)).map(({ event }) => event as unknown as StreamEvent);
