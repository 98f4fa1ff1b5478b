"use client";

import { useState } from "react";
import { ReasonForm } from "../primitives/reason-form";
import { AlertTriangle, Ban, Send } from "lucide-react";
import { Link } from "../primitives/link";
import { protocolOf, REFERRED_TO, URGENCY_LABELS } from "@/core/knowledge";
import { type Block, overriddenText, type Referral } from "@/core/safety";
import { Card } from "../primitives/card";
import { useExamCourse } from "../exam/exam-course";
import { useExam } from "../exam/exam-provider";
import { later } from "../primitives/later";
import { AskingCard } from "./asking-card";
import { groupedLoads } from "./grouped-loads";
import { ShortExamCard } from "./short-exam-card";

const NothingNew = later(() => import("./nothing-new").then((module) => module.NothingNew));

function BlockRow({ block }: { block: Block }) {
  return (
    <li className="rounded-lg border border-stop bg-stop-well p-3">
      <p className="flex gap-2 font-medium text-stop">
        <Ban aria-hidden size={20} className="shrink-0" />
        {block.reason}
      </p>
      <p className="text-sm">
        Do not test: {groupedLoads(block.loads)}
        {block.on === "person" ? "" : ` on the ${block.on}`}.
      </p>
      {block.awaitsShortExam ? (
        <p className="mt-1 text-sm">The short examination, recorded and normal, opens it to one documented reason.</p>
      ) : block.final ? (
        <p className="mt-1 text-sm">Cannot be overridden. Change the answer if it was wrong.</p>
      ) : block.overridden.length ? (
        <p className="mt-1 text-sm">{overriddenText(block)}</p>
      ) : (
        <p className="mt-1 text-sm">
          {block.onceForRegion
            ? "One documented reason stands for all tests of this region, at the first of them."
            : "Can be overridden for a single test, with a documented reason."}
        </p>
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
        {URGENCY_LABELS[referral.urgency]}: {referral.text} Refer to {REFERRED_TO[referral.to]}.
      </p>
      {referral.acknowledged ? (
        <p className="text-sm">Action taken: {referral.acknowledged}</p>
      ) : (
        <ReasonForm
          className="mt-2 gap-2"
          fieldClass="min-w-56"
          shortest={10}
          label="Action taken"
          button="Save"
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
  const [isAskedFirst, setAskedFirst] = useState(false);
  const { blocks, cautions, referrals, questions, unanswered } = guard;
  const answered = questions.length - unanswered.length;
  return (
    <div className="mx-auto grid w-full max-w-7xl gap-4 p-4 lg:grid-cols-[1fr_22rem]">
      <div className="flex flex-col gap-3">
        {course && course.visitsBefore > 0 && <NothingNew onAsked={setAskedFirst} />}
        {/* Where an answer waits for it, it comes before what was answered. */}
        {blocks.some(({ awaitsShortExam }) => awaitsShortExam) && unanswered.length === 0 && <ShortExamCard />}
        <AskingCard isPaused={isAskedFirst} />
        {(unanswered.length > 0 || !blocks.some(({ awaitsShortExam }) => awaitsShortExam)) && <ShortExamCard />}
      </div>
      <aside className="flex flex-col gap-4" aria-label="Result">
        {referrals.length > 0 && (
          <Card heading="Refer">
            <ul className="flex flex-col gap-2">
              {referrals.map((referral) => (
                <ReferralRow key={referral.id} referral={referral} />
              ))}
            </ul>
            <Link href={`/exams/${exam}/referral`} className="mt-2 flex min-h-11 items-center font-medium underline">
              Print referral letter
            </Link>
          </Card>
        )}
        {blocks.length > 0 && (
          <Card heading="Contraindicated">
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
        <Card heading="Precautions">
          {cautions.length === 0 ? (
            <p className="text-soft">
              {answered === 0
                ? "No questions answered yet."
                : `No precautions from the answers so far (${answered} of ${questions.length}).`}
            </p>
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
          This is a record of questions and answers, not clearance to treat. Clinical judgement and local rules come
          first.
        </p>
      </aside>
    </div>
  );
}
