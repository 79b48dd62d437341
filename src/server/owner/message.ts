/** Letters to owners: put into the outbox in the same transaction as what they tell; sent later, each once. */
import type { RetryMessage, SettleMessage, WriteOwner } from "#contracts/owner.ts";
import { must } from "#core/kernel/assert.ts";
import { ok } from "#core/kernel/result.ts";
import { insertMessage, markGone, takeUpAgain } from "#db/queries/owner.ts";
import { findDetails, findStay, type Stay } from "#db/queries/stays.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";
import { openLink, ownerPath, publicAddress } from "./link.ts";

interface Letter {
  readonly about: string;
  readonly subject: string;
  readonly body: string;
  readonly issue: number | null;
}
/** Closes a letter: where the owner reads more, and who writes. */
const closing = (work: Work, address: string): string =>
  `\n\nEverything about your horse, on one page:\n${address}\n\n${work.actor.name}\n${work.barn.name}`;

/** Puts a letter into the outbox. Written about already, it is not written again: then false. */
export async function post(work: Work, stay: Stay, letter: Letter): Promise<boolean | "no-address"> {
  const { client } = must(await findDetails(work.tx, stay.id), "a stay has an owner");
  if (client.email === "") return "no-address";
  const { token } = await openLink(work, stay);
  const body = letter.body.trimEnd() + closing(work, publicAddress() + ownerPath(token));
  const to = { toName: client.name, toAddress: client.email };
  return insertMessage(work.tx, { id: newId<"message">(), stay: stay.id, ...to, ...letter, body }, work.actor.id, work.now);
}

export async function writeOwner(work: Work, input: WriteOwner): Answer {
  const stay = await findStay(work.tx, input.stay);
  if (!stay) return no({ code: "not-found", path: "stay" });
  const about = `letter:${stay.id}:${work.today}:${input.about}`;
  const done = await post(work, stay, { about, subject: input.subject, body: input.body, issue: null });
  if (done === "no-address") return no({ code: "no-address", path: "stay" });
  if (!done) return no({ code: "written-already", path: "about" });
  await note(work, "owner", stay.id, "letter written", { about: input.about });
  return ok(null);
}

export async function retryMessage(work: Work, input: RetryMessage): Answer {
  if ((await takeUpAgain(work.tx, input.id, work.now)) === 0) return no({ code: "not-found", path: "id" });
  await note(work, "owner", input.id, "letter sent again");
  return ok(null);
}

/** Of a letter that may have gone: the owner has it. */
export async function settleMessage(work: Work, input: SettleMessage): Answer {
  if ((await markGone(work.tx, input.id, work.now)) === 0) return no({ code: "not-found", path: "id" });
  await note(work, "owner", input.id, "letter has gone");
  return ok(null);
}
