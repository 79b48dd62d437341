/** Lists that leave the barn as tables. */
export const LISTS = [
  "people",
  "clients",
  "horses",
  "stays",
  "holds",
  "sessions",
  "scores",
  "signs",
  "incidents",
  "evaluations",
  "measures",
  "checks",
] as const;
export type ListName = (typeof LISTS)[number];
export const isList = (name: string | undefined): name is ListName => LISTS.some((one) => one === name);
