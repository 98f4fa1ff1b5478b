/**
 * Plain JavaScript: the server reads it at every start, and nothing has to be translated first.
 *
 * @type {import("next").NextConfig}
 */
const config = {
  poweredByHeader: false,
  reactStrictMode: true,
  /** `npm run types` checks them, in `npm run check` and `npm test`. */
  typescript: { ignoreBuildErrors: true },
  serverExternalPackages: ["better-sqlite3"],
  outputFileTracingRoot: import.meta.dirname,
  devIndicators: false,
  /** No image is worked on: what is drawn is drawn as SVG. */
  images: { unoptimized: true },
  /**
   * What the run needs first is kept small: a constant of another file stands where it is used, what nobody asks
   * of a package stays away, and small chunks are merged, since each is compressed by itself.
   */
  experimental: {
    turbopackCrossModuleConstants: true,
    turbopackCjsTreeShaking: true,
    turbopackChunking: { minChunkSize: 140_000 },
  },
};

export default config;
