import "@fontsource-variable/atkinson-hyperlegible-next";
import "./globals.css";
import type { Metadata, Viewport } from "next";
import { headers } from "next/headers";
import type { ReactNode } from "react";
import { currentProfile } from "@/server/edge/current-profile";
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
  await headers();
  const theme = (await currentProfile())?.settings.work.theme ?? "system";
  return (
    <html lang="en" data-theme={theme === "system" ? undefined : theme}>
      <body>
        {children}
        <CourierRounds />
      </body>
    </html>
  );
}
