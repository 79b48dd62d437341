/** What each score of a skill looks like, for whoever is about to give one. */
import type { KeptPage } from "#db/queries/ladder.ts";

export const anchorsOf = (pages: readonly KeptPage[]): Readonly<Record<string, readonly string[]>> =>
  Object.fromEntries(pages.map(({ skill, page }) => [skill, page.scores]));
