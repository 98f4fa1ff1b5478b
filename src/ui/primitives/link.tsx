"use client";

import NextLink from "next/link";
import { type ComponentProps, useState } from "react";

/**
 * A link inside the program. What it leads to is fetched when somebody is about
 * to follow it, not because it is seen: a roster links to dozens of pages.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, "prefetch">) {
  const [isMeant, setIsMeant] = useState(false);
  const meant = () => setIsMeant(true);
  return (
    <NextLink
      onPointerEnter={meant}
      onFocus={meant}
      onTouchStart={meant}
      {...props}
      prefetch={isMeant ? null : false}
    />
  );
}
