import { closedAs, name, text, uuid } from "../../base";
import { type Actor, type Draft, kind } from "../envelope";

/** Free words, and taking an event back. */

export type NoteState = {
  readonly notes: readonly {
    event: string;
    text: string;
    at: string;
    actor: Actor;
    run: string | null;
    stage: string | null;
  }[];
};

export const noNotes: NoteState = { notes: [] };

export type NoteWrittenBody = {
  text: string;
  run?: string | undefined;
  stage?: string | undefined;
};
export type EventRetractedBody = {
  event: string;
  reason: string;
};

export const notes = {
  "note-written": kind(
    closedAs<NoteWrittenBody>({ text: text(4000, 1), run: uuid().optional(), stage: name().optional() }),
    (draft: Draft<NoteState>, { id, at, actor, body }) =>
      void draft.notes.push({
        event: id,
        text: body.text,
        at,
        actor,
        run: body.run ?? null,
        stage: body.stage ?? null,
      }),
  ),
  /** What it takes back is worked out over all of the events, before any is added. */
  "event-retracted": kind(closedAs<EventRetractedBody>({ event: uuid(), reason: text(300) }), (_draft: object) => {}),
};
