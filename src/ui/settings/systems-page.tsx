"use client";

import { useState } from "react";
import { SCOPE_IDS, type Scope, SCOPES } from "@/core/access";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import type { TokenShown } from "@/wire/tokens";
import { AskedForm } from "../accounts/asked-form";
import { TextLine } from "../accounts/text-line";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { dayText } from "../primitives/dates";
import { Loaded, Outline } from "../shell/loaded";
import { PageHeader } from "../shell/page-header";
import { DatabasesCard } from "./databases-card";
import { SettingsHeading } from "./settings-heading";

type Made = { readonly token: string; readonly scope: Scope };

/** Where a system asks, and with what. */
const HOW: Readonly<Record<Scope, (origin: string, token: string) => string>> = {
  fhir: (origin, token) => `GET ${origin}/fhir/Patient\nAuthorization: Bearer ${token}`,
  calendar: (origin, token) => `${origin}/due.ics?token=${token}`,
};

/** The one time that a token is seen. */
function JustMade({ made: { token, scope }, onDone }: { made: Made; onDone: () => void }) {
  return (
    <div role="status" className="flex flex-col gap-3 rounded-xl bg-well p-4" data-token={token}>
      <p>
        <strong>Copy it now: it is not shown again.</strong> Whoever has it can read{" "}
        {SCOPES[scope].replace(/^signed/, "all signed")}; end it when the system is no longer used.
      </p>
      <pre
        className="overflow-x-auto rounded-lg bg-card p-3 text-sm whitespace-pre-wrap [overflow-wrap:anywhere]"
        tabIndex={0}
      >
        {HOW[scope](location.origin, token)}
      </pre>
      <Button className="self-start" onClick={onDone}>
        I have it
      </Button>
    </div>
  );
}

function LetIn({ onMade }: { onMade: (made: Made, tokens: readonly TokenShown[]) => void }) {
  const [name, setName] = useState("");
  const [scope, setScope] = useState<Scope>("fhir");
  return (
    <AskedForm
      label="Let it in"
      send={() => call(ROUTES.makeToken, {}, { name: name.trim(), scope })}
      onOk={({ token, tokens }) => {
        setName("");
        onMade({ token, scope }, tokens);
      }}
    >
      <TextLine
        label="What the system is called here"
        hint="It stands in the log of access under this name."
        required
        maxLength={80}
        value={name}
        onChange={setName}
      />
      <Choice
        label="It may read"
        stacked
        value={scope}
        options={SCOPE_IDS.map((value) => ({ value, label: SCOPES[value] }))}
        onChoose={setScope}
      />
    </AskedForm>
  );
}

function Systems({ first }: { first: readonly TokenShown[] }) {
  const [tokens, setTokens] = useState(first);
  const [made, setMade] = useState<Made | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const end = async (token: string) => {
    const told = await call(ROUTES.endToken, { token }, {});
    setProblem(told.ok ? null : told.message);
    if (told.ok) setTokens(told.value.tokens);
  };
  return (
    <div className="grid items-start gap-4 lg:grid-cols-2">
      <Card heading="Let a system in">
        {made ? (
          <JustMade made={made} onDone={() => setMade(null)} />
        ) : (
          <LetIn
            onMade={(one, all) => {
              setMade(one);
              setTokens(all);
            }}
          />
        )}
      </Card>
      <Card heading="Systems that may read here">
        {tokens.length === 0 && <p className="text-soft">None.</p>}
        <ul className="flex flex-col divide-y divide-line">
          {tokens.map(({ id, name, scope, madeAt, madeBy, usedOn }) => (
            <li key={id} className="flex flex-wrap items-center justify-between gap-3 py-2" data-system={name}>
              <span>
                <strong>{name}</strong> may read {SCOPES[scope]}
                <span className="block text-sm text-soft">
                  since {dayText(madeAt.slice(0, 10))}
                  {madeBy && `, by ${madeBy}`}; {usedOn ? `last used ${dayText(usedOn)}` : "never used"}
                </span>
              </span>
              <Button onClick={() => void end(id)} aria-label={`End it: ${name}`}>
                End it
              </Button>
            </li>
          ))}
        </ul>
        {problem && (
          <p role="alert" className="text-stop">
            {problem}
          </p>
        )}
      </Card>
    </div>
  );
}

/** Other systems that read here: let in, looked at, and ended. */
export function SystemsPage() {
  return (
    <>
      <PageHeader />
      <Loaded route={ROUTES.tokens} ask={{}} skeleton={<Outline blocks={["h-12", "h-72"]} />}>
        {({ tokens }) => (
          <main className="mx-auto flex w-full max-w-5xl flex-col gap-4 p-4">
            <SettingsHeading>Other systems</SettingsHeading>
            <p className="max-w-prose text-soft">
              A system reads with a token of its own, one thing only, and writes nothing. What is not signed is shown to
              none. Each time stands in the log of access.
            </p>
            <Systems first={tokens} />
            <Loaded route={ROUTES.databases} ask={{}} skeleton={<Outline blocks={["h-48"]} />}>
              {(databases) => <DatabasesCard first={databases} />}
            </Loaded>
          </main>
        )}
      </Loaded>
    </>
  );
}
