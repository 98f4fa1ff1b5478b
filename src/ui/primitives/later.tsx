"use client";

import { type ComponentType, createElement, useEffect, useSyncExternalStore } from "react";

const AGAIN_AFTER_MS = 2000;

type Later<P extends object> = ComponentType<P> & { readonly fetch: () => Promise<unknown> };

/** Every part that comes later, as soon as the screen that shows it is known. */
const parts = new Set<() => Promise<unknown>>();
let isFetching = false;
let onTheirWay = 0;

/** Says on the page whether all of it is there, for whoever waits until it is. */
function sayWhole(change: number): void {
  onTheirWay += change;
  if (!isFetching) return;
  if (onTheirWay === 0) document.documentElement.dataset.whole = "yes";
  else delete document.documentElement.dataset.whole;
}

/**
 * A part of a screen that is fetched after the screen stands. It is there at
 * once when it has been fetched before; one whose script could not be fetched
 * is tried again, and takes nothing else down with it.
 *
 * @param Waiting what stands in its place until then
 */
export function later<P extends object>(
  load: () => Promise<ComponentType<P>>,
  Waiting: ComponentType = () => null,
): Later<P> {
  let here: ComponentType<P> | null = null;
  let coming: Promise<unknown> | null = null;
  const shown = new Set<() => void>();
  const begin = (): Promise<unknown> => {
    sayWhole(1);
    return load().then(
      (part) => {
        here = part;
        shown.forEach((show) => show());
        sayWhole(-1);
      },
      () => {
        coming = null;
        sayWhole(-1);
        if (shown.size > 0) setTimeout(() => void fetch(), AGAIN_AFTER_MS);
      },
    );
  };
  const fetch = (): Promise<unknown> => (coming ??= begin());
  const subscribe = (show: () => void) => {
    shown.add(show);
    void fetch();
    return () => void shown.delete(show);
  };
  parts.add(fetch);
  if (isFetching) void fetch();
  const Part = (props: P) => {
    const part = useSyncExternalStore(
      subscribe,
      () => here,
      () => null,
    );
    return part ? createElement(part, props) : <Waiting />;
  };
  return Object.assign(Part, { fetch });
}

/** Long enough for the screen to be drawn before scripts are put beside it, and for what it does then to end. */
const DRAWN_WITHIN_MS = 100;
const IDLE_WITHIN_MS = 1000;

/** Not every browser says when a page has nothing to do: there it is now. */
const onceIdle = (work: () => void): void =>
  void ("requestIdleCallback" in window ? requestIdleCallback(work, { timeout: IDLE_WITHIN_MS }) : work());

/** Fetches all that comes later as soon as the screen has been drawn: before a network can drop. */
export function useLater(): void {
  useEffect(() => {
    const drawn = setTimeout(
      () =>
        onceIdle(() => {
          isFetching = true;
          parts.forEach((fetch) => void fetch());
          sayWhole(0);
        }),
      DRAWN_WITHIN_MS,
    );
    return () => clearTimeout(drawn);
  }, []);
}
