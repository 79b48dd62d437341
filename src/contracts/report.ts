import { z } from "zod/mini";
import { BLOCK_IDS } from "#core/report/compose.ts";
import { id, oneOf, version, words } from "./fields.ts";

/** The manager's own words, by block; what the core composed is never stored in a draft. */
export const ReportWords = z.partialRecord(oneOf(BLOCK_IDS), z.object({ text: words(4000), instead: z.boolean("Yes or no.") }));
export type ReportWords = z.output<typeof ReportWords>;

export const SaveReport = z.object({ stay: id<"stay">(), version: z.nullable(version), words: ReportWords });
export type SaveReport = z.output<typeof SaveReport>;
export const ApproveReport = z.object({ stay: id<"stay">(), version: z.nullable(version) });
export type ApproveReport = z.output<typeof ApproveReport>;
