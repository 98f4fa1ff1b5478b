import { defineConfig, globalIgnores } from "eslint/config";
import next from "eslint-config-next/core-web-vitals";
import nextTypeScript from "eslint-config-next/typescript";

/** Core files import one another, Yup and the hash; tests beside them may use the test tools. */
const coreWall = {
  files: ["src/core/**/*.ts"],
  ignores: ["src/core/**/*.test.ts"],
  rules: {
    "no-restricted-imports": [
      "error",
      {
        patterns: [
          {
            regex: "^(?!\\.{1,2}/|yup$|@noble/hashes/)",
            message: "The core imports only itself, Yup and the hash.",
          },
          { regex: "^(\\.\\./)+(server|ui|app|cli|workers|devices)(/|$)", message: "The core does not look outward." },
        ],
      },
    ],
    "no-restricted-globals": [
      "error",
      ...["window", "document", "navigator", "fetch", "process", "performance", "crypto", "localStorage"].map(
        (name) => ({
          name,
          message: "The core knows neither browser nor server; pass it in.",
        }),
      ),
    ],
    "no-restricted-syntax": [
      "error",
      {
        selector: "NewExpression[callee.name='Date'][arguments.length=0]",
        message: "Time is an argument in the core.",
      },
      {
        selector: "MemberExpression[object.name='Date'][property.name='now']",
        message: "Time is an argument in the core.",
      },
      {
        selector: "MemberExpression[object.name='Math'][property.name='random']",
        message: "Randomness is an argument in the core.",
      },
    ],
  },
};

const longest = (lines) => ({
  "max-lines-per-function": ["error", { max: lines, skipBlankLines: true, skipComments: true }],
});

/** What is asked of components is asked where components are: elsewhere it finds nothing and takes most of the time. */
const COMPONENTS = ["src/ui/**/*.{ts,tsx}", "src/app/**/*.{ts,tsx}"];
/** The compiler of components checks them too, in as long as all other rules take: `npm run lint` and `--all` ask it. */
const COMPILED = [
  "component-hook-factories",
  "config",
  "error-boundaries",
  "gating",
  "globals",
  "immutability",
  "incompatible-library",
  "preserve-manual-memoization",
  "purity",
  "refs",
  "set-state-in-effect",
  "set-state-in-render",
  "static-components",
  "unsupported-syntax",
  "use-memo",
];
const quick = process.env.DUST_LANTERN_QUICK_LINT
  ? [
      {
        files: COMPONENTS,
        rules: Object.fromEntries(COMPILED.map((rule) => [`react-hooks/${rule}`, "off"])),
        linterOptions: { reportUnusedDisableDirectives: "off" },
      },
    ]
  : [];
const whereComponentsAre = next.map((part) => (part.plugins?.["react-hooks"] ? { ...part, files: COMPONENTS } : part));

const config = defineConfig([
  ...whereComponentsAre,
  ...nextTypeScript,
  globalIgnores([
    ".next/**",
    "public/offline.js",
    "node_modules/**",
    ".tmp/**",
    "test-results/**",
    "playwright-report/**",
    "next-env.d.ts",
  ]),
  {
    rules: {
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
    },
  },
  /** A function that fills more than a screen is two; a component may be as long as what it draws. */
  {
    files: ["src/**/*.ts"],
    ignores: ["src/**/*.test.ts", "src/core/knowledge/**", "src/fixtures/**"],
    rules: longest(80),
  },
  { files: ["src/**/*.tsx"], rules: longest(130) },
  ...quick,
  coreWall,
]);

export default config;
