"use client";

import { RESPONSES, type Response } from "@/core/vocabulary/examination";
import { ResponseMark } from "../figures/response-mark";

const LABELS: Record<Response, string> = {
  nothing: "nothing",
  stretch: "stretch or pressure",
  other: "another pain",
  familiar: "THEIRS",
};

type ResponseButtonsProps = {
  chosen: Response | null;
  /** Pressed, but not kept yet. */
  pressing: Response | null;
  disabled: boolean;
  onRespond: (response: Response) => void;
};

/** The four answers: always here, always in this order, keys 1 to 4. */
export const ResponseButtons = ({ chosen, pressing, disabled, onRespond }: ResponseButtonsProps) => (
  <div role="group" aria-label="What it brought on" className="grid grid-cols-2 gap-2 sm:grid-cols-4">
    {RESPONSES.map((response, index) => {
      const pressed = chosen === response;
      return (
        <button
          key={response}
          type="button"
          aria-pressed={pressed}
          disabled={disabled}
          data-response={response}
          onClick={() => onRespond(response)}
          className={`flex min-h-18 ${pressing === response ? "ring-4 ring-lantern" : ""} items-center gap-2 rounded-xl border-2 px-3 text-left leading-tight disabled:opacity-50 ${pressed ? "border-ink bg-ink font-semibold text-paper" : "border-edge bg-card active:bg-well"}`}
        >
          <span aria-hidden className="text-xl font-bold">
            {index + 1}
          </span>
          <ResponseMark response={response} size={22} />
          <span className={response === "familiar" ? "text-lg font-bold" : ""}>{LABELS[response]}</span>
        </button>
      );
    })}
  </div>
);
