const ROSTER = "/";

/** There is no such thing. A plain link leads on: what stands behind every page brings no scripts of its own. */
export const NothingHere = () => (
  <main className="mx-auto flex max-w-xl flex-col gap-4 p-8">
    <h1 className="text-2xl font-bold">There is nothing at this address</h1>
    <p>The examination may be in another store, or the address was cut short.</p>
    <a href={ROSTER} className="flex min-h-11 items-center underline">
      To the roster
    </a>
  </main>
);
