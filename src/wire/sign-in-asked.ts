/** The server wants to know who is asking: whoever is told of it shows the way in. */
const told = new Set<() => void>();

/** @returns how to be told no longer */
export function whenSignInIsAsked(listener: () => void): () => void {
  told.add(listener);
  return () => void told.delete(listener);
}

export const askToSignIn = (): void => told.forEach((listener) => listener());
