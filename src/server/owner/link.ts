/** The secret address of an owner's page: one that opens for each stay. Kept as it is, as every letter carries it (decision 23). */
import { randomBytes } from "node:crypto";
import type { DropLink, MakeLink } from "#contracts/owner.ts";
import { addDays, type LocalDate, later } from "#core/calendar/local-date.ts";
import { readTerm } from "#core/calendar/term.ts";
import type { ContactId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import type { Barn } from "#db/queries/barn.ts";
import { dropLink, findLink, insertLink, type LinkRecord, listContacts } from "#db/queries/owner.ts";
import { findStay, lockStay, type Stay } from "#db/queries/stays.ts";
import { barnName, barns } from "../barns.ts";
import { termFacts } from "../stay/facts.ts";
import { type Answer, no, note, type Work } from "../work.ts";

/** Days that an address goes on opening after the horse's term, unless the manager says otherwise: time for the home plan and the check-back. */
const OPEN_AFTER = 120;
export const ownerPath = (token: string): string => `/owner/${token}`;
/** Where people reach this server from outside; an owner's letter carries it. */
export const publicAddress = (): string =>
  barns()
    ? `${process.env["FURLONG_TLS"] === "1" ? "https" : "http"}://${barnName()}`
    : (process.env["FURLONG_ADDRESS"] ?? `http://127.0.0.1:${process.env["PORT"] ?? 4321}`);

export const usualUntil = (stay: Stay, barn: Barn, today: LocalDate): LocalDate =>
  addDays(later(stay.wentHome ?? readTerm(termFacts(stay, barn), today).lastDay, today), OPEN_AFTER);

/** The address that opens, made where there is none or it has run out; two who ask at once are given the same. */
export async function openLink(work: Work, stay: Stay, contact: ContactId | null): Promise<LinkRecord> {
  await lockStay(work.tx, stay.id);
  const there = await findLink(work.tx, stay.id, contact);
  if (there && there.until >= work.today) return there;
  return makeAnew(work, stay, contact, usualUntil(stay, work.barn, work.today));
}
async function makeAnew(work: Work, stay: Stay, contact: ContactId | null, until: LocalDate): Promise<LinkRecord> {
  await dropLink(work.tx, stay.id, contact, work.now);
  const link = { token: randomBytes(32).toString("base64url"), stayId: stay.id, contactId: contact, until };
  await insertLink(work.tx, link, work.actor.id, work.now);
  await note(work, "owner", stay.id, "address made", { until });
  return link;
}

export async function makeLink(work: Work, input: MakeLink): Answer<{ path: string; until: LocalDate }> {
  await lockStay(work.tx, input.stay);
  const stay = await findStay(work.tx, input.stay);
  if (!stay) return no({ code: "not-found", path: "stay" });
  if (input.until < work.today) return no({ code: "day-over", path: "until" });
  const hears = input.contact === null || (await listContacts(work.tx, stay.id)).some(({ id }) => id === input.contact);
  if (!hears) return no({ code: "not-found", path: "contact" });
  const { token, until } = await makeAnew(work, stay, input.contact, input.until);
  return ok({ path: ownerPath(token), until });
}
export async function endLink(work: Work, input: DropLink): Answer {
  if ((await dropLink(work.tx, input.stay, input.contact, work.now)) === 0) return no({ code: "not-found", path: "stay" });
  await note(work, "owner", input.stay, "address taken away");
  return ok(null);
}
