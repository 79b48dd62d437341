import type { YearTally } from "./tally.ts";
export const writePage = (_years: unknown): YearTally | null => null;
