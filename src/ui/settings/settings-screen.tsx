"use client";

import { useState } from "react";
import { v4 as newId } from "uuid";
import { USUAL_SEND_ON } from "@/core/course";
import type { Act } from "@/core/access";
import { FORCE_UNITS } from "@/core/measurement";
import { type PractitionerSettings, withSchool } from "@/core/record";
import { call } from "@/wire/call";
import { ROUTES } from "@/wire/routes";
import type { Profile } from "@/wire/practitioners";
import { AccountCards } from "../accounts/account-cards";
import { Button, ButtonLink } from "../primitives/button";
import { Card } from "../primitives/card";
import { Choice } from "../primitives/choice";
import { Field, inputClass } from "../primitives/field";
import { NewExams } from "./new-exams";
import { SchoolsCard } from "./schools-card";

type SettingsProps = { profiles: readonly Profile[]; current: Profile | null };

const named = (values: readonly string[]) => values.map((value) => ({ value, label: value }));

function Profiles({ profiles, current, onDone }: SettingsProps & { onDone: (problem: string | null) => void }) {
  const working = profiles.filter(({ hasLeft }) => !hasLeft);
  const [name, setName] = useState("");
  const [registration, setRegistration] = useState("");
  const choose = async (id: string) => {
    const written = await call(ROUTES.chooseProfile, { practitioner: id }, {});
    onDone(written.ok ? null : written.message);
  };
  const add = async () => {
    const id = newId();
    const written = await call(
      ROUTES.saveProfile,
      {},
      {
        id,
        name: name.trim(),
        registration: registration.trim(),
      },
    );
    if (!written.ok) return onDone(written.message);
    setName("");
    setRegistration("");
    await choose(id);
  };
  return (
    <Card heading="Who is working here">
      {working.length > 0 && (
        <Choice
          label="Profile"
          stacked
          value={current?.id ?? null}
          options={working.map((profile) => ({
            value: profile.id,
            label: `${profile.name}, ${profile.role}${profile.registration ? `, ${profile.registration}` : ""}`,
          }))}
          onChoose={(id) => void choose(id)}
        />
      )}
      <p className="mt-2 text-sm text-soft">
        A profile names who made an entry; it is no lock. For that, the owner makes accounts.
      </p>
      <form
        className="mt-4 grid items-end gap-3 sm:grid-cols-[1fr_1fr_auto]"
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <Field label="Name">
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              value={name}
              onChange={(event) => setName(event.target.value)}
              required
              maxLength={120}
            />
          )}
        </Field>
        <Field label="Registration">
          {(ids) => (
            <input
              {...ids}
              className={inputClass}
              value={registration}
              onChange={(event) => setRegistration(event.target.value)}
              maxLength={80}
            />
          )}
        </Field>
        <Button type="submit">Add profile</Button>
      </form>
    </Card>
  );
}

type WorkSettings = PractitionerSettings["work"];
type CourseChoicesProps = { settings: PractitionerSettings; work: (change: Partial<WorkSettings>) => void };

/** How a course is followed: whether what a sign was is covered, and when to send somebody on. */
function CourseChoices({ settings, work }: CourseChoicesProps) {
  const { cover = true, sendOn = USUAL_SEND_ON } = settings.work;
  return (
    <>
      <Choice
        label="What a sign was is covered until the new value is in"
        value={cover ? "on" : "off"}
        options={named(["on", "off"])}
        onChoose={(chosen) => work({ cover: chosen === "on" })}
      />
      <Choice
        label="Send on when nothing is better after so many visits"
        value={String(sendOn.visits)}
        options={named(["3", "4", "6", "8"])}
        onChoose={(visits) => work({ sendOn: { ...sendOn, visits: Number(visits) } })}
      />
      <Choice
        label="or so many weeks"
        value={String(sendOn.weeks)}
        options={named(["4", "6", "8", "12"])}
        onChoose={(weeks) => work({ sendOn: { ...sendOn, weeks: Number(weeks) } })}
      />
    </>
  );
}

/** Profile, ways of working, and the schools a new exam is read under. */
export function SettingsScreen({
  profiles,
  current,
  acts,
  hasAccounts,
  onChanged,
}: SettingsProps & { acts: readonly Act[]; hasAccounts: boolean; onChanged: () => void }) {
  const [problem, setProblem] = useState<string | null>(null);
  const done = (refusal: string | null) => {
    setProblem(refusal);
    if (refusal === null) onChanged();
  };
  /** What was chosen here holds at once, so that quick taps build on one another. */
  const [chosen, setChosen] = useState<{ profile: string; settings: PractitionerSettings } | null>(null);
  const settings = chosen && chosen.profile === current?.id ? chosen.settings : current?.settings;
  const change = async (next: PractitionerSettings) => {
    setChosen({ profile: current!.id, settings: next });
    const written = await call(ROUTES.saveSettings, { practitioner: current!.id }, next);
    done(written.ok ? null : written.message);
  };
  const work = (part: Partial<PractitionerSettings["work"]>) =>
    settings && void change({ ...settings, work: { ...settings.work, ...part } });
  const reading = (part: Partial<PractitionerSettings["reading"]>) =>
    settings && void change({ ...settings, reading: { ...settings.reading, ...part } });
  return (
    <>
      <main className="mx-auto flex w-full max-w-5xl flex-col gap-4 p-4">
        <div className="flex flex-wrap items-center justify-between gap-3">
          <h1 className="text-2xl font-bold">Settings</h1>
          <div className="flex flex-wrap gap-2">
            {acts.includes("change who works here") && <ButtonLink href="/settings/members">Who works here</ButtonLink>}
            {acts.includes("see the log") && <ButtonLink href="/settings/log">Log of access</ButtonLink>}
            {acts.includes("erase people") && <ButtonLink href="/settings/keeping">Keeping and erasing</ButtonLink>}
            {acts.includes("let systems in") && <ButtonLink href="/settings/systems">Other systems</ButtonLink>}
            {acts.includes("look after back-ups") && <ButtonLink href="/settings/backups">Back-ups</ButtonLink>}
          </div>
        </div>
        {problem && (
          <p role="alert" className="rounded-lg border border-stop bg-stop-well p-3 text-stop">
            {problem}
          </p>
        )}
        {hasAccounts ? <AccountCards /> : <Profiles profiles={profiles} current={current} onDone={done} />}
        {settings && (
          <div className="grid gap-4 lg:grid-cols-2">
            <Card heading="At the table">
              <div className="flex flex-col gap-4">
                <Choice
                  label="Light"
                  value={settings.work.theme as string}
                  options={[
                    { value: "system", label: "as the device" },
                    { value: "light", label: "light" },
                    { value: "dark", label: "dark" },
                  ]}
                  onChoose={(theme) => work({ theme: theme as typeof settings.work.theme })}
                />
                <Choice
                  label="Force in"
                  value={settings.work.unit as string}
                  options={named(FORCE_UNITS)}
                  onChoose={(unit) => work({ unit: unit as typeof settings.work.unit })}
                />
                <Choice
                  label="The hand that taps"
                  value={settings.work.hand as string}
                  options={named(["right", "left"])}
                  onChoose={(hand) => work({ hand: hand as typeof settings.work.hand })}
                />
                <Choice
                  label="Quiet run: beams and counters only between tests"
                  value={(settings.work.quiet ?? true) ? "on" : "off"}
                  options={named(["on", "off"])}
                  onChoose={(quiet) => work({ quiet: quiet === "on" })}
                />
                <CourseChoices settings={settings} work={work} />
                <Choice
                  label="Tone at the end of a hold"
                  value={settings.work.sound ? "on" : "off"}
                  options={named(["on", "off"])}
                  onChoose={(sound) => work({ sound: sound === "on" })}
                />
              </div>
            </Card>
            <NewExams settings={settings.reading} onChange={reading} />
            <div className="lg:col-span-2">
              <SchoolsCard
                settings={settings.reading}
                onChoose={(id, option) =>
                  void change({ ...settings, reading: withSchool(settings.reading, id, option) })
                }
              />
            </div>
          </div>
        )}
      </main>
    </>
  );
}
