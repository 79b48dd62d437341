import { defineConfig } from "eslint/config";
import astro from "eslint-plugin-astro";
import tseslint from "typescript-eslint";
import { CORE_ORDER, FENCES } from "./lint/fences.mjs";

const PARTS = ["core", "contracts", "shipped", "db", "solver", "server", "ui", "bin", "demo", "tests"];

const everywhere = [
  { name: "astro/zod", message: "Astro carries its own zod 3: import zod/mini." },
  { name: "astro:actions", message: "Actions check against zod 3: use an endpoint." },
];
const CLASSIC = {
  name: "zod",
  message: "Islands and the server share one zod: import zod/mini. Rows alone are read by its compiled parser.",
};
const COERCE = {
  selector: "MemberExpression[property.name='coerce']",
  message: "coerce reads 'false' as true and '' as 0: use ui/kit/form.ts.",
};
const DYNAMIC = { selector: "ImportExpression", message: "A dynamic import passes the fences unseen." };
const WORLD = [
  {
    selector: "MemberExpression[object.name='Date'][property.name='now']",
    message: "The core has no clock: today comes in as an argument.",
  },
  {
    selector: "NewExpression[callee.name='Date'][arguments.length=0]",
    message: "The core has no clock: today comes in as an argument.",
  },
  { selector: "CallExpression[callee.name='Date']", message: "The core has no clock: today comes in as an argument." },
  {
    selector: "MemberExpression[object.name='Math'][property.name='random']",
    message: "The core has no chance of its own: a seed comes in as an argument.",
  },
  { selector: "MemberExpression[property.name=/^toLocale/]", message: "The core knows no locale." },
];

/** A relative path that climbs into another part would pass by the aliases. */
const CLIMBS = { regex: `^(\\.\\./)+(src/)?(${PARTS.join("|")}|pages|cli|bench)/`, message: "Import another part by its alias." };
const restrict = (patterns, part = "") => ({
  "no-restricted-imports": ["error", { paths: part === "db" ? everywhere : [...everywhere, CLASSIC], patterns }],
});

const fences = Object.entries(FENCES).map(([part, { files, may }]) => ({
  files: [...files],
  ignores: ["**/*.test.ts"],
  rules: restrict(
    part === "core"
      ? [{ regex: "^[^.]", message: "The core imports nothing from outside." }, CLIMBS]
      : [
          {
            regex: `^#(${PARTS.filter((other) => !may.includes(other)).join("|")})/`,
            message: `${part} may import ${may.join(", ")} only.`,
          },
          CLIMBS,
        ],
    part,
  ),
}));
const coreOrder = Object.entries(CORE_ORDER).map(([folder, may]) => ({
  files: [`src/core/${folder}/**/*.ts`],
  ignores: ["**/*.test.ts"],
  rules: restrict([
    { regex: "^[^.]", message: "The core imports nothing from outside." },
    {
      regex: `^\\.\\./(?!(${[folder, ...may].join("|")})/)`,
      message: `core/${folder} may import ${may.join(", ") || "nothing else"}.`,
    },
  ]),
}));

export default defineConfig(
  { ignores: ["dist/", ".astro/", ".data/", "node_modules/", "coverage/"] },
  ...tseslint.configs.recommended,
  ...astro.configs.recommended,
  {
    rules: {
      ...restrict([CLIMBS]),
      "no-restricted-syntax": ["error", COERCE],
      "@typescript-eslint/consistent-type-imports": [
        "error",
        { fixStyle: "inline-type-imports", disallowTypeAnnotations: false },
      ],
      "@typescript-eslint/no-unused-vars": ["error", { argsIgnorePattern: "^_", varsIgnorePattern: "^_" }],
      eqeqeq: "error",
    },
  },
  {
    files: ["src/**/*.{ts,tsx,astro}"],
    ignores: ["**/*.test.ts"],
    rules: { "no-restricted-syntax": ["error", COERCE, DYNAMIC] },
  },
  ...fences,
  ...coreOrder,
  {
    files: ["src/core/**/*.ts"],
    ignores: ["**/*.test.ts"],
    rules: { "no-restricted-syntax": ["error", COERCE, DYNAMIC, ...WORLD] },
  },
);
