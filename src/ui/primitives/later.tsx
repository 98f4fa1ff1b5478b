"use client";

import { type ComponentType, createElement, useEffect, useSyncExternalStore } from "react";

const AGAIN_AFTER_MS = 2000;

type Later<P extends object> = ComponentType<P> & { readonly fetch: () => Promise<unknown> };

/** Every part that comes later, as soon as the screen that shows it is known. */
const parts = new Set<() => Promise<unknown>>();
let isFetching = false;

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
  const fetch = (): Promise<unknown> =>
    (coming ??= load().then(
      (part) => {
        here = part;
        shown.forEach((show) => show());
      },
      () => {
        coming = null;
        if (shown.size > 0) setTimeout(() => void fetch(), AGAIN_AFTER_MS);
      },
    ));
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

/** Fetches all that comes later as soon as the screen is up: before a network can drop. */
export function useLater(): void {
  useEffect(() => {
    isFetching = true;
    /** Said on the page, for whoever waits until all of it is there. */
    void Promise.all([...parts].map((fetch) => fetch())).then(() => (document.documentElement.dataset.whole = "yes"));
  }, []);
}
