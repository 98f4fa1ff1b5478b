"use client";

/** A page that could not be made: what to do next, and that nothing was lost. */
export default function ErrorPage({ error, reset }: { error: Error & { digest?: string }; reset: () => void }) {
  return (
    <main className="mx-auto flex max-w-xl flex-col gap-4 p-8">
      <h1 className="text-2xl font-bold">This page could not be shown</h1>
      <p>{error.message || "Something went wrong that should not have."}</p>
      <p>
        What was tapped is kept in this browser and in the store. The terminal that started the program says more
        {error.digest ? ` (${error.digest})` : ""}.
      </p>
      <button type="button" className="min-h-14 rounded-lg border border-edge bg-card px-4" onClick={reset}>
        Try again
      </button>
    </main>
  );
}
