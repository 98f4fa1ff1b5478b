"use client";

import { X } from "lucide-react";
import { Dialog as Radix } from "radix-ui";
import type { ReactNode } from "react";
import { Button } from "./button";

export type DialogProps = {
  onOpenChange: (open: boolean) => void;
  title: string;
  description?: string;
  wide?: boolean;
  children: ReactNode;
};

/** What a dialog is while it is open. */
export function ShownDialog({ onOpenChange, title, description, wide = false, children }: DialogProps) {
  return (
    <Radix.Root open onOpenChange={onOpenChange}>
      <Radix.Portal>
        <Radix.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Radix.Content
          aria-describedby={description ? undefined : ""}
          className={`fixed top-1/2 left-1/2 z-50 flex max-h-[94dvh] w-[calc(100vw-1.5rem)] -translate-x-1/2 -translate-y-1/2 flex-col gap-4 overflow-y-auto rounded-2xl border border-edge bg-card p-5 ${wide ? "max-w-3xl" : "max-w-lg"}`}
        >
          <div className="flex items-start justify-between gap-4">
            <Radix.Title className="text-xl font-semibold">{title}</Radix.Title>
            <Radix.Close asChild>
              <Button look="quiet" aria-label="Close" className="-mt-2 -me-2 px-2">
                <X aria-hidden />
              </Button>
            </Radix.Close>
          </div>
          {description && <Radix.Description className="text-soft">{description}</Radix.Description>}
          {children}
        </Radix.Content>
      </Radix.Portal>
    </Radix.Root>
  );
}
