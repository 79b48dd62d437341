/**
 * Sends what waits in the outbox. A letter is held in a transaction while it is sent, so that two senders never have the same one; its Message-ID is its own
 * for good, so that a server which took a letter just before we died sees it twice and not its reader.
 */
import { createTransport } from "nodemailer";
import { countWrite, findBarn } from "#db/queries/barn.ts";
import { claimMessage, type MessageRecord, markFailed, markSent, markTried, nextTry } from "#db/queries/owner.ts";
import type { Deps } from "../container.ts";

const PATIENCE = 15_000;
const MINUTE = 60_000;
/** Minutes to the next try, by the tries made. */
const WAITS = [1, 5, 15, 60, 180, 360, 720, 1440];
const LOOK_EVERY = MINUTE;

export const mailServer = (): string | undefined => process.env["FURLONG_SMTP_URL"];

/** What a mail server said: 5xx is its last word on this letter. */
const isFinal = (error: unknown): boolean => {
  const code = (error as { responseCode?: unknown }).responseCode;
  return typeof code === "number" && code >= 500;
};

export interface Attachment {
  readonly filename: string;
  readonly content: Uint8Array;
}
export type Attach = (message: MessageRecord) => Promise<readonly Attachment[]>;
const nothing: Attach = async () => [];

/** Sends everything whose time has come; how many went out. */
export async function deliver(deps: Deps, attach: Attach = nothing): Promise<number> {
  const url = mailServer();
  if (!url) return 0;
  const transport = createTransport(url, { from: process.env["FURLONG_MAIL_FROM"] ?? "barn@steady-furlong.invalid" });
  for (let sent = 0; ; ) {
    const done = await deps.sql.begin(async (tx) => {
      const now = deps.clock.now();
      const message = await claimMessage(tx, now);
      if (!message) return "nothing";
      try {
        const barn = await findBarn(tx);
        await withPatience(
          transport.sendMail({
            messageId: `<${message.id}@steady-furlong>`,
            from: { name: barn?.name ?? "The barn", address: process.env["FURLONG_MAIL_FROM"] ?? "barn@steady-furlong.invalid" },
            to: { name: message.toName, address: message.toAddress },
            subject: message.subject,
            text: message.body,
            attachments: (await attach(message)).map((one) => ({ ...one, content: Buffer.from(one.content) })),
            disableFileAccess: true,
            disableUrlAccess: true,
          }),
        );
        await markSent(tx, message.id, deps.clock.now());
      } catch (error) {
        const trouble = String((error as Error).message ?? error).slice(0, 300);
        const wait = WAITS[message.tries];
        if (isFinal(error) || wait === undefined) await markFailed(tx, message.id, trouble);
        else await markTried(tx, message.id, trouble, new Date(now.getTime() + wait * MINUTE));
        await countWrite(tx);
        return "trouble";
      }
      await countWrite(tx);
      return "sent";
    });
    if (done === "nothing") return sent;
    if (done === "sent") sent += 1;
  }
}
const withPatience = async <T>(work: Promise<T>): Promise<T> => {
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<never>((_, reject) => {
    timer = setTimeout(() => reject(new Error("The mail server did not answer in time.")), PATIENCE);
  });
  return Promise.race([work, late]).finally(() => clearTimeout(timer));
};

let running: Promise<unknown> | null = null;
let again = false;
let timer: ReturnType<typeof setTimeout> | undefined;
/** Sends in the background, one sender a process; looks again when the next letter is due, as long as one waits. */
export function deliverSoon(deps: Deps, attach: Attach): void {
  if (!mailServer()) return;
  if (running) {
    again = true;
    return;
  }
  running = deliver(deps, attach)
    .catch(() => undefined)
    .then(() => nextTry(deps.sql).catch(() => null))
    .then((next) => {
      running = null;
      clearTimeout(timer);
      if (again) {
        again = false;
        deliverSoon(deps, attach);
        return;
      }
      if (!next) return;
      const wait = Math.min(LOOK_EVERY, Math.max(1000, next.getTime() - deps.clock.now().getTime()));
      timer = setTimeout(() => deliverSoon(deps, attach), wait);
      timer.unref();
    });
}
let looked = Number.NEGATIVE_INFINITY;
/** While somebody uses the application: what waited when the process last ended is not forgotten. */
export function deliverNowAndThen(deps: Deps, attach: Attach): void {
  const now = deps.clock.now().getTime();
  if (now - looked < LOOK_EVERY) return;
  looked = now;
  deliverSoon(deps, attach);
}
