"use client";

import { useRouter } from "next/navigation";
import { type FormEvent, useState } from "react";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import { Button, ButtonLink } from "../primitives/button";
import { dayText } from "../primitives/dates";
import { Field, inputClass } from "../primitives/field";
import { Loaded, Outline } from "../shell/loaded";
import { PageHeader } from "../shell/page-header";

/** The code of an address that was read from a picture. */
const codeInAddress = (): string => /^#keys=([A-Za-z0-9]{1,12})$/.exec(location.hash)?.[1] ?? "";

/** A helper takes the keys of a run by the code on the screen of whoever examines. */
function KeysByCode() {
  const [code, setCode] = useState(codeInAddress);
  const [problem, setProblem] = useState<string | null>(null);
  const router = useRouter();
  const take = async (event: FormEvent) => {
    event.preventDefault();
    const taken = await call(ROUTES.takeKeys, {}, { code });
    setProblem(taken.ok ? null : taken.message);
    if (taken.ok) router.push(`/exams/${taken.value.exam}/run`);
  };
  return (
    <form onSubmit={(event) => void take(event)} className="flex flex-wrap items-end gap-2">
      <Field label="Code for the keys of a run" className="w-64" error={problem ?? undefined}>
        {(ids) => (
          <input
            {...ids}
            required
            maxLength={20}
            autoComplete="off"
            autoCapitalize="characters"
            className={`${inputClass} font-mono tracking-widest uppercase`}
            value={code}
            onChange={(event) => setCode(event.target.value)}
          />
        )}
      </Field>
      <Button type="submit" big>
        Take the keys
      </Button>
    </form>
  );
}

/** What whoever may not see the list may look at: the signed records that were given to them. */
export const GivenPage = () => (
  <>
    <PageHeader />
    <Loaded route={ROUTES.given} ask={{}} skeleton={<Outline blocks={["h-16", "h-16"]} />}>
      {({ given }) => (
        <main className="mx-auto flex w-full max-w-4xl flex-col gap-4 p-4">
          <h1 className="text-2xl font-bold">Given to you</h1>
          {given.length === 0 ? (
            <p className="text-soft">
              Nothing yet. A reader is given signed records by the owner, with the reason; a helper is invited to the
              keys of a run by whoever examines, or enters the code that stands on their screen.
            </p>
          ) : (
            <ul
              aria-label="Given to you"
              className="flex flex-col divide-y divide-line rounded-2xl border border-line bg-card"
            >
              {given.map(({ exam, person, number, reason, at, isRun }) => (
                <li key={exam} className="flex min-h-14 flex-wrap items-center justify-between gap-3 px-4 py-2">
                  <span>
                    <strong>{person}</strong> <span className="text-soft">{number}</span>
                    <span className="block text-sm text-soft">
                      {reason}, since {dayText(at)}
                    </span>
                  </span>
                  <ButtonLink href={`/exams/${exam}/${isRun ? "run" : "sign"}`}>
                    <span>
                      {isRun ? "To the keys" : "Look at it"}
                      <span className="sr-only">
                        {" "}
                        {isRun ? `of the run of ${person}` : `as the record of ${person}`}
                      </span>
                    </span>
                  </ButtonLink>
                </li>
              ))}
            </ul>
          )}
          <KeysByCode />
        </main>
      )}
    </Loaded>
  </>
);
