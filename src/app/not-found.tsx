import Link from "next/link";

export default function NotFoundPage() {
  return (
    <main className="mx-auto flex max-w-xl flex-col gap-4 p-8">
      <h1 className="text-2xl font-bold">There is nothing at this address</h1>
      <p>The examination may be in another store, or the address was cut short.</p>
      <Link href="/" className="flex min-h-11 items-center underline">
        To the roster
      </Link>
    </main>
  );
}
