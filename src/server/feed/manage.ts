/** Secret addresses for calendars: made, made anew, taken away. People have their own; the manager has everybody's and the horses'. */
import { randomBytes } from "node:crypto";
import type { FeedOf } from "#contracts/feed.ts";
import { ok } from "#core/kernel/result.ts";
import { deleteFeed, insertFeed } from "#db/queries/feed.ts";
import { findPerson } from "#db/queries/people.ts";
import { findStay } from "#db/queries/stays.ts";
import { type Answer, no, note, type Work } from "../work.ts";

export const feedPath = (token: string): string => `/calendar/${token}.ics`;
const mayHave = ({ actor }: Work, { person }: FeedOf): boolean => actor.role === "manager" || person === actor.id;

export async function makeFeed(work: Work, input: FeedOf): Answer<{ path: string }> {
  if (!mayHave(work, input)) return no({ code: "not-allowed", path: "person" });
  const there = input.person ? await findPerson(work.tx, input.person) : input.stay && (await findStay(work.tx, input.stay));
  if (!there) return no({ code: "not-found", path: input.person ? "person" : "stay" });
  await deleteFeed(work.tx, input);
  const token = randomBytes(32).toString("base64url");
  await insertFeed(work.tx, { token, ...input, at: work.now, by: work.actor.id });
  await note(work, "calendar", input.person ?? input.stay ?? "", "address made");
  return ok({ path: feedPath(token) });
}

export async function dropFeed(work: Work, input: FeedOf): Answer {
  if (!mayHave(work, input)) return no({ code: "not-allowed", path: "person" });
  if ((await deleteFeed(work.tx, input)) === 0) return no({ code: "not-found", path: input.person ? "person" : "stay" });
  await note(work, "calendar", input.person ?? input.stay ?? "", "address taken away");
  return ok(null);
}
