"use client";

import { DropdownMenu } from "radix-ui";
import { KeyHint } from "../shell/key-hint";
import type { KeyEntry } from "../shell/keymap";
import { MoreButton } from "./more-button";

export type MenuItem = { readonly name: string; readonly entry?: KeyEntry; readonly onSelect: () => void };

/** The menu, open from the press that fetched it. */
export function MoreMenu({ items }: { items: readonly MenuItem[] }) {
  return (
    <DropdownMenu.Root defaultOpen>
      <DropdownMenu.Trigger asChild>
        <MoreButton />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          side="top"
          align="start"
          className="z-30 flex min-w-64 flex-col rounded-xl border border-edge bg-card p-1 shadow-lg"
        >
          {items.map(({ name, entry, onSelect }) => (
            <DropdownMenu.Item
              key={name}
              onSelect={onSelect}
              className="flex min-h-14 items-center justify-between gap-4 rounded-lg px-3 outline-none data-highlighted:bg-well"
            >
              <span>{name}</span>
              {entry && <KeyHint entry={entry} />}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
