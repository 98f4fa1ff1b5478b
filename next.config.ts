import type { NextConfig } from "next";

const config: NextConfig = {
  poweredByHeader: false,
  reactStrictMode: true,
  /** The checks ask the compiler themselves, once. */
  typescript: { ignoreBuildErrors: process.env.DUST_LANTERN_TYPES_CHECKED === "1" },
  serverExternalPackages: ["better-sqlite3"],
  outputFileTracingRoot: import.meta.dirname,
  devIndicators: false,
  /** No image is worked on: what is drawn is drawn as SVG. */
  images: { unoptimized: true },
  /** A constant of another file stands where it is used, and what nobody asks of a package stays away: two kilobytes less before the run is up. */
  experimental: { turbopackCrossModuleConstants: true, turbopackCjsTreeShaking: true },
};

export default config;
