/** Who may see what: the one list of pages with their roles. A page that is not here is served to nobody. */
import type { Role } from "#contracts/people.ts";

export type Access = "anybody" | readonly Role[];

const manager: Access = ["manager"];
const staff: Access = ["manager", "rider", "helper"];

/** By the route pattern of the file under src/pages. Writes go through api/[feature]/[verb], whose roles stand in commands.ts. */
export const PAGES: Readonly<Record<string, Access>> = {
  "/": staff,
  "/404": "anybody",
  "/403": "anybody",
  "/500": "anybody",
  "/503": "anybody",
  "/health": "anybody",
  "/health/live": "anybody",
  "/calendar/[token].ics": "anybody",
  "/sign-in": "anybody",
  "/sign-out": "anybody",
  "/api/[feature]/[verb]": staff,
  "/alerts": manager,
  "/string": staff,
  "/string/data": staff,
  "/today": staff,
  "/today/data": staff,
  "/today/print": staff,
  "/today/wall": staff,
  "/today/evening": manager,
  "/week": manager,
  "/week/data": manager,
  "/card/[id]": staff,
  "/horse/[id]": staff,
  "/horse/[id]/log": staff,
  "/horse/[id]/checks": staff,
  "/horse/[id]/plan": staff,
  "/horse/[id]/evaluate": manager,
  "/horse/[id]/form": manager,
  "/horse/[id]/compare": manager,
  "/horse/[id]/evaluation/[evaluation]": manager,
  "/horse/[id]/evaluation/[evaluation]/print": manager,
  "/horse/[id]/evaluation/[evaluation]/owner": manager,
  "/horse/[id]/terms": manager,
  "/horse/[id]/report/[...which]": manager,
  "/api/report-photo/[id]": manager,
  "/horse/[id]/owner": manager,
  "/outbox": manager,
  "/reports": manager,
  "/report/[number]": manager,
  "/report/[number]/[paper].pdf": manager,
  // Each asks for a secret that its address holds.
  "/owner/[token]": "anybody",
  "/owner/[token]/report/[number]": "anybody",
  "/owner/[token]/[number].pdf": "anybody",
  "/owner/[token]/photo/[id]": "anybody",
  "/owner/[token]/home.ics": "anybody",
  "/print/[key]/[number]": "anybody",
  "/print/[key]/photo/[id]": "anybody",
  "/book": manager,
  "/people": manager,
  "/checks": staff,
  "/tools": staff,
  "/barn": manager,
  "/barn/walk": manager,
  "/barn/findings": manager,
  "/barn/ladder": manager,
  "/barn/methods": manager,
  "/barn/riding": manager,
  "/barn/history": manager,
  "/api/scale": manager,
  "/api/strap": staff,
  "/api/day-proof": manager,
  "/api/week-plan": manager,
  "/api/writes": staff,
  "/api/check-file/[id]": staff,
};

export const maySee = (access: Access, role: Role | null): boolean =>
  access === "anybody" || (role !== null && access.includes(role));
