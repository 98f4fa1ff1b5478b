"use client";

import {
  createContext,
  type ReactNode,
  startTransition,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
} from "react";
import { v7 as newId, v4 as randomId } from "uuid";
import { InputError } from "@/core/base";
import {
  changesAtHand,
  type EvidenceChanges,
  type EvidenceSet,
  evidenceUnder,
  SHIPPED_EVIDENCE,
} from "@/core/evidence";
import { type RunSheet, runSheet } from "@/core/planning";
import { chosenRules } from "@/core/reading";
import {
  type ChainHead,
  type EventDraft,
  type ExamEvent,
  type ExamState,
  historyOf,
  type RecordedEvent,
} from "@/core/record";
import { assessGuard, type Guard } from "@/core/safety";
import { createExamClient, type ExamClient, type Snapshot, type Sync } from "@/sync/exam-client";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import type { ExamPage } from "@/wire/exam-page";
import { keptAnswers } from "@/wire/kept-answers";
import { pathOf } from "@/wire/route";
import { ofOne, openOutbox, OutboxError } from "@/sync/outbox";
import { channelNow } from "./channel";
import { useMay } from "../accounts/use-may";
import { useHere } from "../shell/here";
import { courier } from "../shell/courier";
import { listenLive } from "@/sync/live";
import { httpTransport } from "@/sync/transport";
import type { Profile } from "@/wire/practitioners";
import type { ExamBranch } from "@/wire/branches";
import type { EvidenceInStore, FarTime } from "@/wire/exam-page";
import type { PreviousVisit } from "@/wire/previous-visit";

const POLL_MS = 3000;
/** News comes by itself then; what was missed all the same is asked for. */
const POLL_WHILE_LIVE_MS = 30_000;

type ExamContextValue = {
  readonly exam: string;
  /** Whether taps can be taken yet: not before the outbox of this browser stands behind the screen. */
  readonly isOpen: boolean;
  readonly profile: Profile;
  readonly events: readonly RecordedEvent[];
  readonly state: ExamState;
  readonly guard: Guard;
  /** The clinic's changes this exam is read under; null when this store does not hold them. */
  readonly changes: EvidenceChanges | null;
  /** The figures this exam is read with: `useReading` gives what they make of it. */
  readonly figures: EvidenceSet;
  readonly evidence: EvidenceInStore;
  readonly sheet: RunSheet;
  /** How many of its first events were imported from another store. */
  readonly importedUpTo: number;
  /** Other continuations of this exam that are kept beside it. */
  readonly branches: readonly ExamBranch[];
  /** Events whose own time is far from when they were received. */
  readonly farTimes: readonly FarTime[];
  /** Takes an event of another continuation over into this record; null when it cannot be taken. */
  readonly takeOver: (branch: ExamBranch, event: ExamEvent) => Promise<readonly ExamEvent[] | null>;
  /** The same person's visit before this one, to compare with; null when there was none. */
  readonly previous: PreviousVisit | null;
  /** Takes one tap; says why when it cannot be taken, and gives null then. */
  readonly append: (...drafts: EventDraft[]) => Promise<readonly ExamEvent[] | null>;
  /** The same, for taps that build on what is there: made of the state as it is when their turn comes. */
  readonly appendFrom: (make: (state: ExamState) => readonly EventDraft[]) => Promise<readonly ExamEvent[] | null>;
  readonly undo: () => Promise<void>;
  /** What could not be taken, in a sentence; null when nothing. */
  readonly refusal: string | null;
  readonly clearRefusal: () => void;
  /** On a signed record: why it is being changed; null while it is only read. */
  readonly amending: string | null;
  readonly setAmending: (reason: string | null) => void;
  readonly newId: () => string;
};

/** Where the taps are. Apart from the rest, since it changes twice for every tap. */
type SyncContextValue = {
  readonly sync: Sync;
  readonly head: ChainHead;
  /** The end of the store's journal, as it is printed. */
  readonly anchor: string;
  readonly keepAsAmendment: (order: number, reason: string) => Promise<void>;
  readonly discard: (order: number) => Promise<void>;
  readonly retry: () => void;
  readonly offerAgain: () => Promise<void>;
};

const ExamContext = createContext<ExamContextValue | null>(null);
const SyncContext = createContext<SyncContextValue | null>(null);

export function useExam(): ExamContextValue {
  const value = useContext(ExamContext);
  if (!value) throw new Error("useExam is called outside an exam.");
  return value;
}

export function useSync(): SyncContextValue {
  const value = useContext(SyncContext);
  if (!value) throw new Error("useSync is called outside an exam.");
  return value;
}

/** One open page of this browser: two do not know at once what was pressed in the other. */
const PAGE = randomId().slice(-8);

/** This browser's name on its events; kept so that undo knows its own taps. */
function deviceId(): string {
  const key = "dust-lantern-device";
  try {
    const device = localStorage.getItem(key) ?? randomId();
    localStorage.setItem(key, device);
    return device;
  } catch {
    return randomId();
  }
}

type Props = {
  exam: string;
  initial: { events: readonly RecordedEvent[]; head: ChainHead; anchor: string };
  page: ExamPage;
  importedUpTo: number;
  branches: readonly ExamBranch[];
  farTimes: readonly FarTime[];
  profile: Profile;
  previous: PreviousVisit | null;
  evidence: EvidenceInStore;
  children: ReactNode;
};

function useClient({ exam, initial, page, profile }: Props): { client: ExamClient | null; snapshot: Snapshot } {
  const [client, setClient] = useState<ExamClient | null>(null);
  const profileRef = useRef(profile);
  const hasAccounts = useHere().here?.account != null;
  const accountRef = useRef(hasAccounts);
  useEffect(() => {
    profileRef.current = profile;
    accountRef.current = hasAccounts;
  }, [profile, hasAccounts]);
  const first = useMemo<Snapshot>(
    () => ({
      history: historyOf(exam, initial.events),
      head: initial.head,
      anchor: initial.anchor,
      sync: { state: "sending", waiting: 0, refused: [], why: null },
    }),
    [exam, initial],
  );
  const firstRef = useRef(first);

  useEffect(() => {
    const channel = typeof BroadcastChannel === "undefined" ? null : new BroadcastChannel(`dust-lantern ${exam}`);
    /** A tap that is kept after its screen was left has nobody here to tell. */
    let isHere = true;
    const created = createExamClient({
      exam,
      initial: firstRef.current,
      actor: () => ({ id: profileRef.current.id, name: profileRef.current.name }),
      device: `${deviceId()}#${PAGE}`,
      outbox: ofOne(openOutbox(), () => (accountRef.current ? profileRef.current.id : null)),
      transport: httpTransport,
      newId,
      now: () => new Date(),
      announce: () => isHere && channel?.postMessage("changed"),
    });
    const refresh = () => void created.refresh();
    let isLive = false;
    let asked = Date.now();
    const poll = setInterval(() => {
      if (document.visibilityState !== "visible" || (isLive && Date.now() - asked < POLL_WHILE_LIVE_MS)) return;
      asked = Date.now();
      refresh();
    }, POLL_MS);
    const hushLive = listenLive(exam, refresh, (now) => (isLive = now));
    channel?.addEventListener("message", refresh);
    window.addEventListener("online", refresh);
    const returnToCourier = courier().leave(exam);
    setClient(created);
    refresh();
    return () => {
      returnToCourier();
      clearInterval(poll);
      hushLive();
      isHere = false;
      channel?.close();
      window.removeEventListener("online", refresh);
      created.close();
    };
  }, [exam]);

  const [snapshot, setSnapshot] = useState(first);
  /** As a transition: the press itself is painted first, and the next press never waits for this. */
  useEffect(() => {
    if (!client) return;
    const show = () => startTransition(() => setSnapshot(client.snapshot()));
    show();
    return client.subscribe(show);
  }, [client]);
  useKept(exam, page, client);
  return { client, snapshot };
}

const KEPT_AFTER_MS = 700;

/** Keeps the examination in this browser as it goes on, so that it opens when the server is gone: as far as the server has it. */
function useKept(exam: string, page: ExamPage, client: ExamClient | null): void {
  useEffect(() => {
    if (!client) return;
    let timer: ReturnType<typeof setTimeout> | null = null;
    const keep = () => {
      timer = null;
      const { history, head, anchor, sync } = client.snapshot();
      if (sync.state !== "saved") return;
      const kept: ExamPage = { ...page, events: history.events, head, anchor };
      void keptAnswers()
        ?.keep(pathOf(EXAM_ROUTES.examPage.path, { exam }), kept)
        .catch(() => {});
    };
    const unsubscribe = client.subscribe(() => (timer ??= setTimeout(keep, KEPT_AFTER_MS)));
    return () => {
      unsubscribe();
      if (timer) {
        clearTimeout(timer);
        keep();
      }
    };
  }, [exam, page, client]);
}

const sentenceOf = (error: unknown): string => {
  if (error instanceof InputError || error instanceof OutboxError) return error.message;
  throw error;
};

/** Everything a screen of one exam needs: what happened, what follows from it, and the way to add to it. */
export function ExamProvider(props: Props) {
  const { exam, page, profile, previous, evidence, branches, farTimes, importedUpTo, children } = props;
  const { client, snapshot } = useClient(props);
  const mayExamine = useMay("examine") || page.isAtKeys === true;
  const isHelper = page.isAtKeys === true;
  const [refusal, setRefusal] = useState<string | null>(null);
  const [amending, setAmending] = useState<string | null>(null);
  const { history, head, anchor, sync } = snapshot;
  const { events, state } = history;

  const derived = useMemo(() => {
    const guard = assessGuard(state);
    const changes = changesAtHand(evidence.held, state.evidenceVersion);
    const figures = changes ? evidenceUnder(changes, state.evidenceVersion) : SHIPPED_EVIDENCE;
    return { guard, changes, figures, sheet: runSheet(state, guard, chosenRules(state, figures)) };
  }, [state, evidence]);

  const attempt = useCallback(
    async <T,>(work: (client: ExamClient) => Promise<T>): Promise<T | null> => {
      if (!client) return null;
      if (!mayExamine) {
        setRefusal("You may look at this record, and change nothing in it.");
        return null;
      }
      try {
        const result = await work(client);
        setRefusal(null);
        return result;
      } catch (error) {
        setRefusal(sentenceOf(error));
        return null;
      }
    },
    [client, mayExamine],
  );

  const amendment = state.signed ? (amending ?? undefined) : undefined;
  const value = useMemo<ExamContextValue>(
    () => ({
      exam,
      isOpen: client !== null,
      profile,
      previous,
      evidence,
      events,
      state,
      ...derived,
      append: (...drafts) => {
        const channel = channelNow(isHelper);
        return attempt((to) => to.append(drafts, { amendment, channel }));
      },
      appendFrom: (make) => {
        const channel = channelNow(isHelper);
        return attempt((to) => to.append(make, { amendment, channel }));
      },
      importedUpTo,
      branches,
      farTimes,
      takeOver: (branch, event) =>
        attempt((to) =>
          to.append([{ type: event.type, body: event.body } as EventDraft], {
            amendment,
            origin: { head: branch.head, event: event.id },
          }),
        ),
      undo: async () => void (await attempt((to) => to.undo(amendment))),
      refusal,
      clearRefusal: () => setRefusal(null),
      amending,
      setAmending,
      newId,
    }),
    [
      exam,
      client,
      profile,
      previous,
      evidence,
      branches,
      farTimes,
      importedUpTo,
      events,
      state,
      derived,
      attempt,
      amendment,
      refusal,
      amending,
      isHelper,
    ],
  );
  const syncing = useMemo<SyncContextValue>(
    () => ({
      sync,
      head,
      anchor,
      keepAsAmendment: async (order, reason) => void (await attempt((to) => to.keepAsAmendment(order, reason))),
      discard: async (order) => void (await attempt((to) => to.discard(order))),
      retry: () => void client?.refresh(),
      offerAgain: async () => void (await attempt((to) => to.offerAgain())),
    }),
    [sync, head, anchor, attempt, client],
  );
  return (
    <ExamContext value={value}>
      <SyncContext value={syncing}>{children}</SyncContext>
    </ExamContext>
  );
}
