import type { EventBody, EventType } from "./events";

/** What is to be recorded, before it has an id, a time and an actor. */
export type EventDraft = { [T in EventType]: { readonly type: T; readonly body: EventBody<T> } }[EventType];
