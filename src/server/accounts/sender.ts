import {
  actOfEvent,
  isKeyOfRun,
  may,
  type Message,
  phrase,
  type RecordedEvent,
  type Refusal,
  SIGNATURES,
} from "@/core";
import { clinicOf } from "../repositories/clinic";
import { findProfile } from "../repositories/practitioners";
import { payloadById } from "../repositories/streams";
import type { Store } from "../store/store";
import { goesByCare, hasExams, isOutsideCare, personIn } from "./care";
import { NOTHING } from "./granted";
import { isInvited } from "./helping";
import { isSupervised } from "./supervising";
import { memberById, type Who } from "./who";

const forbidden = (where: string, what: Message, todo: Message): Refusal => ({
  where,
  what,
  todo,
  refusal: "forbidden",
});

/** The person an event is about, where records of them are here: with the first one care begins. */
function personOf(store: Store, { type, body, ...event }: RecordedEvent): string | null {
  const { exam, episode } = event as { exam?: string; episode?: string };
  const known = personIn(store, exam ? { exam } : episode ? { episode } : {});
  if (known !== null) return known;
  if (type === "episode-opened") return (body as { person: string }).person;
  if (type !== "exam-opened") return null;
  const { id } = (body as { person: { id: string } }).person;
  return hasExams(store, id) ? id : null;
}

/** Somebody at the keys takes back what they pressed, and nothing of anybody else. */
function takesBackOwn(store: Store, { type, body, actor }: RecordedEvent): boolean {
  if (type !== "event-retracted") return true;
  const text = payloadById(store, String((body as { event?: unknown }).event));
  return text !== null && (JSON.parse(text) as RecordedEvent).actor.id === actor.id;
}

/**
 * What stands against how an event names people. Whoever records is named as
 * their profile is, or was when a device went offline; a signature carries the
 * name and registration that the profile has now.
 */
function namesProblem(store: Store, { type, actor, body }: RecordedEvent): Refusal | null {
  const profile = findProfile(store, actor.id)!;
  const isSignature = SIGNATURES.has(type as never);
  const former = isSignature ? [] : (clinicOf(store).practitioners[actor.id]?.formerNames ?? []);
  if (actor.name !== profile.name && !former.includes(actor.name))
    return forbidden(
      "actor › name",
      phrase`is "${actor.name}", and this profile is ${profile.name}`,
      "Load the page again, then record it under your own name.",
    );
  const { name, registration, supervisor } = body as {
    readonly name?: unknown;
    readonly registration?: unknown;
    readonly supervisor?: { readonly practitioner: string; readonly name: string } | null;
  };
  if (isSignature && (name !== profile.name || registration !== profile.registration))
    return forbidden(
      "body › name",
      phrase`signs with another name or registration than the profile of ${profile.name} has`,
      "Load the page again, look at the record, then sign.",
    );
  if (supervisor && findProfile(store, supervisor.practitioner)?.name !== supervisor.name)
    return forbidden(
      "body › supervisor",
      phrase`names "${supervisor.name}", and no profile here has that name`,
      "Choose the supervisor from the list.",
    );
  return null;
}

/**
 * What stands against an event that somebody sends: whom it names must be them,
 * with a profile here, and may do what it amounts to.
 */
export const senderProblem =
  (who: Who) =>
  (store: Store, event: RecordedEvent): Refusal | null => {
    const { actor } = event;
    const named = memberById(store, actor.id);
    if (!named)
      return forbidden(
        "actor",
        "is not a profile of this store",
        "Choose or add that profile in the settings, then offer it again.",
      );
    if (who.kind === "session" && who.member.id !== actor.id)
      return forbidden(
        "actor",
        phrase`names ${named.name}, and you are signed in as ${who.member.name}`,
        phrase`It waits here until ${named.name} signs in again.`,
      );
    const misnamed = namesProblem(store, event);
    if (misnamed) return misnamed;
    const isHelper = named.role === "helper";
    if (isHelper && !(isKeyOfRun(event.type) && takesBackOwn(store, event)))
      return forbidden(
        "actor",
        "keeps the keys of the run as a helper, and this is no key of it",
        "Whoever examines records it themselves.",
      );
    const isOutside =
      !isHelper && goesByCare(store) && isOutsideCare(store, personOf(store, event), named.id, Date.now());
    const act = actOfEvent(event);
    if (act === null)
      return forbidden(
        "type",
        phrase`"${event.type}" is a kind of entry that this program does not know`,
        "Update the program, then send it again.",
      );
    const said = may(named, act, {
      ...NOTHING,
      isOutside,
      isInvited: isHelper && isInvited(store, event.exam, named.id, Date.now()),
      isSupervised: isSupervised(
        store,
        { exam: event.exam, trainee: named.id },
        (event.body as { supervisor?: unknown }).supervisor,
        Date.now(),
      ),
    });
    return said.may ? null : { ...said.problem, where: "actor", refusal: "forbidden" };
  };
