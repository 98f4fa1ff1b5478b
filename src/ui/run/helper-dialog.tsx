"use client";

import { useEffect, useState } from "react";
import { call } from "@/wire/call";
import type { RunHelpers } from "@/wire/grants";
import { ROUTES } from "@/wire/routes";
import { useExam } from "../exam/exam-provider";
import { askForCode, CodeShown, type PicturedCode } from "../hands/code-shown";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";

const LOOKED_FOR_EVERY_MS = 2000;

/** Somebody at the keys, while both hands hold the person: for this examination, until it is signed. */
export function HelperDialog({ onClose }: { onClose: () => void }) {
  const { exam } = useExam();
  const [helpers, setHelpers] = useState<RunHelpers["helpers"] | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [shown, setShown] = useState<(PicturedCode & { invitedBefore: number }) | null>(null);
  const invited = helpers?.filter(({ isInvited }) => isInvited).length ?? 0;
  const isShown = shown !== null && invited <= shown.invitedBefore;
  useEffect(() => {
    let isHere = true;
    const look = () =>
      call(ROUTES.helpers, { exam }, {}).then((told) => {
        if (!isHere) return;
        if (told.ok) setHelpers(told.value.helpers);
        else setProblem(told.message);
      });
    void look();
    /** While a code stands, somebody may be entering it. */
    const looking = isShown ? setInterval(() => void look(), LOOKED_FOR_EVERY_MS) : undefined;
    const over = isShown ? setTimeout(() => setShown(null), Math.max(0, shown.untilMs - Date.now())) : undefined;
    return () => {
      isHere = false;
      clearInterval(looking);
      clearTimeout(over);
    };
  }, [exam, isShown, shown]);
  const showCode = async () => {
    const made = await askForCode(exam, "helper", (letters) => `${location.origin}/#keys=${letters}`);
    setProblem(typeof made === "string" ? made : null);
    if (typeof made !== "string") setShown({ ...made, invitedBefore: invited });
  };
  const invite = async (helper: string, isInvited: boolean) => {
    const said = await call(ROUTES.inviteHelper, { exam }, { helper, isInvited });
    setProblem(said.ok ? null : said.message);
    if (said.ok) setHelpers(said.value.helpers);
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="A helper at the keys"
      description="They see this examination on a device of their own and press what you say. What is decided stays yours: guard, blocks, techniques, signature."
    >
      {helpers?.length === 0 && <p className="text-soft">Nobody works here as a helper: the owner adds them.</p>}
      <ul className="flex flex-col gap-2" data-helpers>
        {helpers?.map(({ id, name, isInvited }) => (
          <li key={id} className="flex flex-wrap items-center gap-3">
            <span className="grow">{name}</span>
            <Button big onClick={() => void invite(id, !isInvited)}>
              {isInvited ? "Send off" : "Invite"}
              <span className="sr-only"> {name}</span>
            </Button>
          </li>
        ))}
      </ul>
      {helpers && helpers.length > 0 && (
        <Button big className="self-start" onClick={() => void showCode()}>
          Show a code for the keys
        </Button>
      )}
      {isShown && (
        <CodeShown code={shown}>
          Signed in on their own device at <strong className="block">{location.host}</strong> the helper enters
        </CodeShown>
      )}
      {problem && (
        <p role="alert" className="text-stop">
          {problem}
        </p>
      )}
    </Dialog>
  );
}
