import "@fontsource-variable/atkinson-hyperlegible-next";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import { cookies } from "next/headers";
import type { ReactNode } from "react";
import { EXAM_ROUTES } from "@/wire/exam-routes";
import { Entrance } from "@/ui/accounts/entrance";
import { Ahead } from "@/ui/shell/ahead";
import { HereProvider } from "@/ui/shell/here";
import { Offline } from "@/ui/shell/offline";
import { Anywhere } from "@/ui/shell/anywhere";
import { THEME_COOKIE } from "@/ui/shell/theme-cookie";
import { CourierRounds } from "@/ui/shell/courier";

export const metadata: Metadata = {
  title: "Dust Lantern",
  description: "Provocation tests, cluster rules and honest certainty, from complaint to signed record.",
};
export const viewport: Viewport = {
  width: "device-width",
  initialScale: 1,
  themeColor: [
    { media: "(prefers-color-scheme: light)", color: "#f6efe2" },
    { media: "(prefers-color-scheme: dark)", color: "#15120e" },
  ],
};

export default async function RootLayout({ children }: { children: ReactNode }) {
  /** A page is a shell and says nothing of anybody: its theme is the browser's own choice from before. */
  const theme = (await cookies()).get(THEME_COOKIE)?.value;
  return (
    <html lang="en" data-theme={theme === "light" || theme === "dark" ? theme : undefined}>
      <body>
        <Ahead path={EXAM_ROUTES.here.path} />
        <HereProvider>
          {children}
          <Entrance />
          <CourierRounds />
          <Offline />
          <Anywhere />
        </HereProvider>
      </body>
    </html>
  );
}
