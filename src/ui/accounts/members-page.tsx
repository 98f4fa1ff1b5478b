"use client";

import { useState } from "react";
import { v4 as newId } from "uuid";
import { type Act, ACTS } from "@/core/access";
import type { Role } from "@/core/vocabulary";
import { call, type Called } from "@/wire/call";
import type { MemberAccount } from "@/wire/accounts";
import { ROUTES } from "@/wire/routes";
import { Button } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Dialog } from "../primitives/dialog";
import { inputClass } from "../primitives/field";
import { useHere } from "../shell/here";
import { Loaded, Outline } from "../shell/loaded";
import { SettingsHeading } from "../settings/settings-heading";
import { PageHeader } from "../shell/page-header";
import { OwnOwner } from "./own-owner";
import { TeamCard } from "./team-card";
import { NewPassphrase, TextLine } from "./text-line";

const OFFERED: readonly Role[] = ["owner", "practitioner", "trainee", "helper", "front desk", "reader"];
const CELL_WORDS: Readonly<Record<string, string>> = {
  yes: "yes",
  no: "no",
  granted: "signed ones given to them",
  invited: "where they were invited",
  supervised: "with the supervisor's code",
  "countersigned later": "yes, to be countersigned",
  "signed by another": "yes, not their own",
};

type Answer = Called<{ members: readonly MemberAccount[] }>;
type SendProps = { send: (asked: Promise<Answer>) => Promise<boolean> };

/** Who may do what, as the program asks it of everybody. */
function WhoMayWhat() {
  const acts = (Object.entries(ACTS) as [Act, (typeof ACTS)[Act]][]).filter(([act]) => act !== "be here");
  return (
    <Card heading="Who may do what">
      <div className="relative overflow-x-auto" tabIndex={0} role="region" aria-label="Who may do what">
        <table className="w-full min-w-xl text-start text-sm">
          <thead>
            <tr className="border-b border-line">
              <th scope="col" className="py-1 pe-3 font-medium">
                to
              </th>
              {OFFERED.map((role) => (
                <th key={role} scope="col" className="py-1 pe-3 font-semibold">
                  {role}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {acts.map(([act, { words, cells }]) => (
              <tr key={act} className="border-b border-line/60">
                <th scope="row" className="py-1 pe-3 font-normal">
                  {words}
                </th>
                {OFFERED.map((role) => (
                  <td key={role} className={cells[role] === "no" ? "py-1 pe-3 text-soft" : "py-1 pe-3 font-medium"}>
                    {CELL_WORDS[cells[role]]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </Card>
  );
}

function AddMember({ send }: SendProps) {
  const empty = { name: "", registration: "", signIn: "", passphrase: "", again: "" };
  const [said, setSaid] = useState(empty);
  const [role, setRole] = useState<Role>("practitioner");
  const set = (part: Partial<typeof said>) => setSaid({ ...said, ...part });
  const add = async () => {
    const { name, registration, signIn, passphrase } = said;
    const member = {
      id: newId(),
      name: name.trim(),
      registration: registration.trim(),
      signIn: signIn.trim(),
      passphrase,
      role,
    };
    if (await send(call(ROUTES.addMember, {}, member))) setSaid(empty);
  };
  return (
    <Card heading="Somebody new">
      <form
        className="grid gap-3 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          if (said.passphrase === said.again) void add();
        }}
      >
        <TextLine label="Name" value={said.name} required maxLength={120} onChange={(name) => set({ name })} />
        <TextLine
          label="Registration"
          value={said.registration}
          maxLength={80}
          onChange={(registration) => set({ registration })}
        />
        <TextLine
          label="Name to sign in with"
          autoComplete="off"
          value={said.signIn}
          required
          minLength={2}
          maxLength={40}
          onChange={(signIn) => set({ signIn })}
        />
        <Choice
          label="They are"
          value={role}
          options={OFFERED.map((one) => ({ value: one, label: one }))}
          onChoose={setRole}
        />
        <NewPassphrase
          value={said.passphrase}
          again={said.again}
          onChange={(passphrase, again) => set({ passphrase, again })}
        />
        <div className="sm:col-span-2">
          <Button type="submit" look="main" disabled={said.passphrase !== said.again}>
            Add them
          </Button>
          <span className="ms-3 text-sm text-soft">They change the passphrase themselves, in their settings.</span>
        </div>
      </form>
    </Card>
  );
}

function ResetDialog({ member, send, onClose }: SendProps & { member: MemberAccount; onClose: () => void }) {
  const [next, setNext] = useState({ value: "", again: "" });
  const reset = async () => {
    const asked = call(ROUTES.resetAccount, { practitioner: member.id }, { passphrase: next.value });
    if (await send(asked)) onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title={`A new passphrase for ${member.name}`}
      description="They are signed out everywhere, and one-time codes are asked no more until they set them up again."
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (next.value === next.again) void reset();
        }}
      >
        <NewPassphrase {...next} onChange={(value, again) => setNext({ value, again })} />
        <Button type="submit" look="main" disabled={next.value !== next.again}>
          Set it
        </Button>
      </form>
    </Dialog>
  );
}

/** An account for somebody who has a profile already: what they did stays theirs. */
function AccountDialog({ member, send, onClose }: SendProps & { member: MemberAccount; onClose: () => void }) {
  const [signIn, setSignIn] = useState("");
  const [next, setNext] = useState({ value: "", again: "" });
  const give = async () => {
    const { id, name, registration, role } = member;
    const asked = call(
      ROUTES.addMember,
      {},
      { id, name, registration, role, signIn: signIn.trim(), passphrase: next.value },
    );
    if (await send(asked)) onClose();
  };
  return (
    <Dialog
      open
      onOpenChange={onClose}
      title={`An account for ${member.name}`}
      description="Everything they did under this profile stays theirs. They change the passphrase themselves, in their settings."
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          if (next.value === next.again) void give();
        }}
      >
        <TextLine
          label="Name to sign in with"
          autoComplete="off"
          value={signIn}
          required
          minLength={2}
          maxLength={40}
          onChange={setSignIn}
        />
        <NewPassphrase {...next} onChange={(value, again) => setNext({ value, again })} />
        <Button type="submit" look="main" disabled={next.value !== next.again}>
          Give it
        </Button>
      </form>
    </Dialog>
  );
}

type MemberRowProps = SendProps & { member: MemberAccount; hasAccounts: boolean; onAccount: () => void };

function MemberRow({ member, hasAccounts, send, onAccount }: MemberRowProps) {
  const change = (part: Partial<Pick<MemberAccount, "role" | "hasLeft">>) => {
    const { role, hasLeft } = { ...member, ...part };
    return send(call(ROUTES.changeMember, { practitioner: member.id }, { role, hasLeft }));
  };
  const roles = OFFERED.includes(member.role) ? OFFERED : [...OFFERED, member.role];
  return (
    <tr className="border-b border-line align-middle" data-member={member.name}>
      <th scope="row" className="py-2 pe-3 text-start font-semibold">
        {member.name}
        {member.registration && <span className="block text-sm font-normal text-soft">{member.registration}</span>}
      </th>
      <td className="py-2 pe-3">
        <select
          aria-label={`${member.name} is`}
          className={inputClass}
          value={member.role}
          disabled={member.hasLeft}
          onChange={(event) => void change({ role: event.target.value as Role })}
        >
          {roles.map((role) => (
            <option key={role}>{role}</option>
          ))}
        </select>
      </td>
      <td className="py-2 pe-3">
        {member.signIn ?? <span className="text-soft">no account</span>}
        {member.hasCodes && <span className="block text-sm text-soft">with one-time codes</span>}
      </td>
      <td className="py-2">
        <div className="flex flex-wrap justify-end gap-2">
          {hasAccounts && !member.hasLeft && (
            <Button onClick={onAccount}>{member.signIn === null ? "Give an account" : "New passphrase"}</Button>
          )}
          <Button onClick={() => void change({ hasLeft: !member.hasLeft })}>
            {member.hasLeft ? "Works here again" : "Works here no longer"}
          </Button>
        </div>
      </td>
    </tr>
  );
}

type MembersProps = { members: readonly MemberAccount[]; hasAccounts: boolean; onChanged: () => void };

function Members({ members, hasAccounts, onChanged }: MembersProps) {
  const [problem, setProblem] = useState<string | null>(null);
  const [opened, setOpened] = useState<MemberAccount | null>(null);
  const send = async (asked: Promise<Answer>) => {
    const said = await asked;
    setProblem(said.ok ? null : said.message);
    if (said.ok) onChanged();
    return said.ok;
  };
  return (
    <>
      {problem && (
        <p role="alert" className="rounded-lg border border-stop bg-stop-well p-3 text-stop">
          {problem}
        </p>
      )}
      <Card heading="They work here">
        <div className="relative overflow-x-auto" tabIndex={0} role="region" aria-label="They work here">
          <table className="w-full min-w-2xl">
            <thead>
              <tr className="border-b border-line text-start text-sm text-soft">
                <th scope="col">Name</th>
                <th scope="col">is</th>
                <th scope="col">signs in as</th>
                <th scope="col">
                  <span className="sr-only">What can be done</span>
                </th>
              </tr>
            </thead>
            <tbody>
              {members.map((member) => (
                <MemberRow
                  key={member.id}
                  member={member}
                  hasAccounts={hasAccounts}
                  send={send}
                  onAccount={() => setOpened(member)}
                />
              ))}
            </tbody>
          </table>
        </div>
      </Card>
      {hasAccounts ? (
        <AddMember send={send} />
      ) : (
        <Card heading="Ask everybody to sign in">
          <p className="mb-3 max-w-prose text-soft">
            This store opens without accounts, at this machine only: one press changes who one is, and what somebody is
            here protects nothing. Once the owner has an account, everybody signs in, and the owner adds the others.
          </p>
          <div className="max-w-md">
            <OwnOwner profiles={members.filter(({ hasLeft }) => !hasLeft)} onDone={() => location.reload()} />
          </div>
        </Card>
      )}
      <TeamCard />
      <WhoMayWhat />
      {opened &&
        (opened.signIn === null ? (
          <AccountDialog member={opened} send={send} onClose={() => setOpened(null)} />
        ) : (
          <ResetDialog member={opened} send={send} onClose={() => setOpened(null)} />
        ))}
    </>
  );
}

/** Who works in this clinic, as what, and how they come in. */
export function MembersPage() {
  const { here } = useHere();
  return (
    <>
      <PageHeader />
      <Loaded route={ROUTES.members} ask={null} skeleton={<Outline blocks={["h-64", "h-72", "h-96"]} />}>
        {({ members }, reload) => (
          <main className="mx-auto flex w-full max-w-5xl flex-col gap-4 p-4">
            <SettingsHeading>Who works here</SettingsHeading>
            <Members members={members} hasAccounts={here?.account !== null} onChanged={() => void reload()} />
          </main>
        )}
      </Loaded>
    </>
  );
}
