/** The outbox, and a letter to one owner: what was written to them, and the address of their page. */
import type { LetterView, LinkView, MessageView, PostView } from "#contracts/views.owner.ts";
import { must } from "#core/kernel/assert.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { Db } from "#db/client.ts";
import { findLink, listMessages, listMessagesOf, type MessageRecord } from "#db/queries/owner.ts";
import { findDetails } from "#db/queries/stays.ts";
import type { Deps } from "../container.ts";
import type { Opened } from "../stay/read-horse.ts";
import { mailServer } from "./deliver.ts";
import { ownerPath, usualUntil } from "./link.ts";

const SHOWN = 200;
const toView = ({ stayId, madeAt, sentAt, ...message }: MessageRecord): MessageView => ({
  ...message,
  stay: stayId,
  madeAt: madeAt.toISOString(),
  sentAt: sentAt?.toISOString() ?? null,
});

export const readPost = async ({ sql }: Deps): Promise<PostView> => ({
  messages: (await listMessages(sql, SHOWN)).map(toView),
  mailServer: mailServer() !== undefined,
  standin: process.env["FURLONG_MAIL_PAGE"] ?? null,
});

export async function linkView(db: Db, stay: StayId): Promise<LinkView | null> {
  const link = await findLink(db, stay);
  return link && { path: ownerPath(link.token), until: link.until };
}

export async function readLetter({ sql }: Deps, { stay, barn, today, head }: Opened): Promise<LetterView> {
  const [details, link, sent] = await Promise.all([
    findDetails(sql, stay.id),
    linkView(sql, stay.id),
    listMessagesOf(sql, stay.id),
  ]);
  const { client } = must(details, "a stay has an owner");
  return {
    stay: stay.id,
    horse: stay.horse,
    toName: client.name,
    toAddress: client.email,
    reading: head.ruler.reading,
    link,
    until: usualUntil(stay, barn, today),
    sent: sent.map(toView),
  };
}
