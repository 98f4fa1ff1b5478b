"use client";

import { useState } from "react";
import { isCalendarDate } from "@/core/base";
import { Button } from "../primitives/button";
import { Dialog } from "../primitives/dialog";
import { Field, inputClass } from "../primitives/field";

type VisitDateDialogProps = {
  /** The two days, or the one on which the clocks differ. */
  device: string;
  server: string;
  onGive: (date: string) => void;
  onClose: () => void;
};

/** The order of visits hangs on their days: where two clocks disagree, somebody says which day it is. */
export function VisitDateDialog({ device, server, onGive, onClose }: VisitDateDialogProps) {
  const [date, setDate] = useState(server);
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      title="What day is it?"
      description={`This device's clock and the server's differ by more than ten minutes: the device says ${device}, the server ${server}. The visit is kept under the day you confirm.`}
    >
      <form
        className="flex flex-col gap-4"
        onSubmit={(event) => {
          event.preventDefault();
          if (isCalendarDate(date)) onGive(date);
        }}
      >
        <Field label="Day of this visit" hint="YYYY-MM-DD">
          {(ids) => (
            <input
              {...ids}
              type="date"
              className={inputClass}
              value={date}
              onChange={(event) => setDate(event.target.value)}
            />
          )}
        </Field>
        <div className="flex flex-wrap gap-2">
          <Button type="submit" look="main" disabled={!isCalendarDate(date)}>
            Confirm and open
          </Button>
          <Button onClick={onClose}>Cancel</Button>
        </div>
      </form>
    </Dialog>
  );
}
