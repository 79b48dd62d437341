/** Letters to owners: put into the outbox in the same transaction as what they tell; sent later, each once. */
import type { RetryMessage, SettleMessage, WriteOwner } from "#contracts/owner.ts";
import { must } from "#core/kernel/assert.ts";
import type { ContactId } from "#core/kernel/brand.ts";
import { ok } from "#core/kernel/result.ts";
import { insertMessage, listContacts, markGone, takeUpAgain } from "#db/queries/owner.ts";
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

interface Reader {
  readonly contact: ContactId | null;
  readonly name: string;
  readonly email: string;
}
/** Puts a letter into the outbox, to the client and to everybody else who hears of the horse, each with the address of their own. Written about already, it is not written again: then false. */
export async function post(work: Work, stay: Stay, letter: Letter): Promise<boolean | "no-address"> {
  const { client } = must(await findDetails(work.tx, stay.id), "a stay has an owner");
  const contacts = await listContacts(work.tx, stay.id);
  const readers: readonly Reader[] = [
    ...(client.email === "" ? [] : [{ contact: null, name: client.name, email: client.email }]),
    ...contacts.map(({ id, name, email }) => ({ contact: id, name, email })),
  ];
  if (readers.length === 0) return "no-address";
  let isNew = false;
  for (const { contact, name, email } of readers) {
    const { token } = await openLink(work, stay, contact);
    const words = contact === null ? letter.body : greetedAs(letter.body, client.name, name);
    const body = words.trimEnd() + closing(work, publicAddress() + ownerPath(token));
    const about = contact === null ? letter.about : `${letter.about}:to:${contact}`;
    const message = { id: newId<"message">(), stay: stay.id, toName: name, toAddress: email, ...letter, about, body };
    isNew = (await insertMessage(work.tx, message, work.actor.id, work.now)) || isNew;
  }
  return isNew;
}
/** Each is greeted by their own name. */
const greetedAs = (body: string, client: string, name: string): string =>
  body.startsWith(`Dear ${client},`) ? `Dear ${name},${body.slice(`Dear ${client},`.length)}` : body;

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
