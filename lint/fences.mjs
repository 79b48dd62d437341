/**
 * The one import table: which part of the house may import which. The lint rules and the test of the fences both read it.
 * `may` names our aliases that the files of a part may import; all others of ours are refused.
 * @type {Readonly<Record<string, { files: readonly string[], may: readonly string[] }>>}
 */
export const FENCES = {
  core: { files: ["src/core/**/*.ts"], may: [] },
  contracts: { files: ["src/contracts/**/*.ts"], may: ["core", "contracts"] },
  shipped: { files: ["src/shipped/**/*.ts"], may: ["core", "contracts", "shipped"] },
  db: { files: ["src/db/**/*.ts"], may: ["core", "contracts", "shipped", "db"] },
  solver: { files: ["src/solver/**/*.ts"], may: ["core", "solver"] },
  server: { files: ["src/server/**/*.ts"], may: ["core", "contracts", "db", "solver", "server"] },
  ui: { files: ["src/ui/**/*.{ts,tsx,astro}", "src/ui/**/*.astro/*.{js,ts}"], may: ["core", "contracts", "ui"] },
  pages: {
    files: ["src/pages/**/*.{ts,astro}", "src/pages/**/*.astro/*.{js,ts}", "src/middleware.ts"],
    may: ["core", "contracts", "server", "ui"],
  },
  worker: { files: ["src/worker/**/*.ts"], may: [] },
  standins: { files: ["standins/**/*.ts"], may: ["core"] },
  cli: { files: ["cli/**/*.ts"], may: ["core", "contracts", "shipped", "solver"] },
};

/**
 * Inside the core each folder may import the folders named here, and itself.
 * @type {Readonly<Record<string, readonly string[]>>}
 */
export const CORE_ORDER = {
  kernel: [],
  calendar: ["kernel"],
  horse: ["calendar"],
  ladder: ["kernel", "calendar"],
  tools: ["kernel", "horse"],
  intake: ["kernel", "calendar", "horse", "ladder", "tools", "reading"],
  forecast: ["kernel", "horse"],
  check: ["calendar", "ladder", "intake"],
  card: ["kernel", "calendar", "ladder", "intake"],
  reading: ["kernel", "calendar", "horse", "ladder"],
  permission: ["kernel", "calendar", "horse", "ladder", "tools", "intake", "card", "check", "weather", "reading"],
  gate: ["ladder", "card", "permission", "weather"],
  plan: ["kernel", "calendar", "horse", "ladder", "card", "check", "forecast", "permission", "reading", "intake"],
  weather: [],
  watch: ["kernel", "calendar", "ladder", "tools", "intake", "horse", "reading", "forecast", "card", "check", "permission"],
  backup: ["calendar"],
  "first-start": [],
  import: ["kernel", "calendar", "horse", "ladder"],
  day: ["kernel", "calendar", "horse", "card", "weather", "permission", "reading"],
  week: ["kernel", "card", "day", "permission"],
  home: ["kernel", "calendar", "horse", "ladder", "card", "forecast", "reading", "report"],
  report: ["kernel", "calendar", "horse", "ladder", "intake", "card", "check", "forecast", "permission", "reading"],
};
