/** Whether this page is open under a name: a passkey belongs to one, and an address is none. */
export const isReachedByName = (): boolean =>
  typeof location !== "undefined" && !/^[\d.]+$|[:[]/.test(location.hostname);
