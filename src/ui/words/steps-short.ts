/** Big steps where there is little room. */
import type { Step } from "#core/permission/steps.ts";

export const STEP_SHORT: Readonly<Record<Step, string>> = {
  saddle: "1st saddle",
  girth: "1st girth",
  "stirrup-weight": "1st stirrup",
  sit: "1st sit",
  "first-ride": "1st ride",
  "first-steps": "1st steps",
  trot: "1st trot",
  canter: "1st canter",
  "open-arena": "1st arena",
  company: "1st company",
  outside: "1st outside",
  "second-bit": "2nd bit",
  "back-girth": "back girth",
  fence: "1st fence",
};
