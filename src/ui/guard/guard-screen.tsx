"use client";

import { ReasonForm } from "../primitives/reason-form";
import { AlertTriangle, Ban, Send } from "lucide-react";
import { Link } from "../primitives/link";
import { protocolOf } from "@/core/knowledge";
import { type Block, overriddenText, type Referral } from "@/core/safety";
import { LOADS } from "@/core/vocabulary";
import { Card } from "../primitives/card";
import { useExamCourse } from "../exam/exam-course";
import { useExam } from "../exam/exam-provider";
import { later } from "../primitives/later";
import { AskingCard } from "./asking-card";

const NothingNew = later(() => import("./nothing-new").then((module) => module.NothingNew));

function BlockRow({ block }: { block: Block }) {
  const loads = block.loads === "all" ? "every load" : block.loads.map((load) => LOADS[load]).join(", ");
  return (
    <li className="rounded-lg border border-stop bg-stop-well p-3">
      <p className="flex gap-2 font-medium text-stop">
        <Ban aria-hidden size={20} className="shrink-0" />
        {block.reason}
      </p>
      <p className="text-sm">
        Blocks {loads}
        {block.on === "person" ? "" : ` on the ${block.on}`}.
      </p>
      {block.final ? (
        <p className="mt-1 text-sm">No typed reason lifts it; only the answer that led to it can change.</p>
      ) : block.overridden.length ? (
        <p className="mt-1 text-sm">{overriddenText(block)}</p>
      ) : (
        <p className="mt-1 text-sm">A typed reason lifts it for one test, at that test.</p>
      )}
    </li>
  );
}

function ReferralRow({ referral }: { referral: Referral }) {
  const { append } = useExam();
  return (
    <li className="rounded-lg border border-edge bg-caution-well p-3 text-caution">
      <p className="flex gap-2 font-medium">
        <Send aria-hidden size={20} className="shrink-0" />
        {referral.urgency}: {referral.text}
      </p>
      {referral.acknowledged ? (
        <p className="text-sm">Done: {referral.acknowledged}</p>
      ) : (
        <ReasonForm
          className="mt-2 gap-2"
          fieldClass="min-w-56"
          shortest={10}
          label="What was done about it"
          button="Record"
          onGive={(action) => void append({ type: "referral-acknowledged", body: { referral: referral.id, action } })}
        />
      )}
    </li>
  );
}

/** Questions that decide what may be tested; the answers' consequences stand beside them. */
export function GuardScreen() {
  const { exam, guard } = useExam();
  const { course } = useExamCourse();
  const { blocks, cautions, referrals } = guard;
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[1fr_22rem]">
      <div className="flex flex-col gap-3">
        {course && course.visitsBefore > 0 && <NothingNew />}
        <AskingCard />
      </div>
      <aside className="flex flex-col gap-4" aria-label="What the answers mean">
        {referrals.length > 0 && (
          <Card heading="Refer">
            <ul className="flex flex-col gap-2">
              {referrals.map((referral) => (
                <ReferralRow key={referral.id} referral={referral} />
              ))}
            </ul>
            <Link href={`/exams/${exam}/referral`} className="mt-2 flex min-h-11 items-center font-medium underline">
              The letter, to print
            </Link>
          </Card>
        )}
        {blocks.length > 0 && (
          <Card heading="Not to be loaded">
            <ul className="flex flex-col gap-2">
              {blocks.map((block) => (
                <BlockRow key={block.id} block={block} />
              ))}
            </ul>
          </Card>
        )}
        {guard.first.length > 0 && (
          <Card heading="First">
            <ul className="flex flex-col gap-2">
              {guard.first.map(({ id, text, tests }) => (
                <li key={id}>
                  {text}
                  <span className="block text-sm text-soft">
                    {tests.map((test) => protocolOf(test).name).join(", ")}
                  </span>
                </li>
              ))}
            </ul>
          </Card>
        )}
        <Card heading="Cautions">
          {cautions.length === 0 ? (
            <p className="text-soft">None from what was answered so far.</p>
          ) : (
            <ul className="flex flex-col gap-2">
              {cautions.map(({ id, text }) => (
                <li key={id} className="flex gap-2 rounded-lg bg-caution-well p-2 text-caution">
                  <AlertTriangle aria-hidden size={20} className="shrink-0" />
                  {text}
                </li>
              ))}
            </ul>
          )}
        </Card>
        <p className="text-sm text-soft">
          This lists what was asked and answered. It is not a clearance: licensed judgement and local rules come first.
        </p>
      </aside>
    </div>
  );
}
