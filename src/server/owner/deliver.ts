/**
 * Sends what waits in the outbox. A letter is claimed in one transaction, sent outside any, and settled in another. Mail cannot promise 'once': where the mail
 * server does not say what became of a letter that it may have taken, or the sender dies over it, it is never sent again by itself but waits for a person's
 * word (decision 26).
 */
import { Readable } from "node:stream";
import { createTransport, type Transporter } from "nodemailer";
import { findBarn, markWritten } from "#db/queries/barn.ts";
import { claimMessage, giveUpLeases, type MessageRecord, nextTry, type Outcome, settleMessage } from "#db/queries/owner.ts";
import { perBarn } from "../barns.ts";
import type { Deps } from "../container.ts";
import { log } from "../log.ts";
import { letterHtml } from "./letter-html.ts";

/** For a connection, for a greeting, and for each answer. */
const PATIENCE = 15_000;
const MINUTE = 60_000;
/** Longer than printing the report that goes along and handing the letter over take. */
const LEASE = 5 * MINUTE;
/** Minutes to the next try, by the tries made. */
const WAITS = [1, 5, 15, 60, 180, 360, 720, 1440];
const LOOK_EVERY = MINUTE;

export const mailServer = (): string | undefined => process.env["FURLONG_SMTP_URL"];
const barnAddress = (): string => process.env["FURLONG_MAIL_FROM"] ?? "barn@steady-furlong.invalid";

export interface Attachment {
  readonly filename: string;
  readonly content: Uint8Array;
}
export type Attach = (message: MessageRecord) => Promise<readonly Attachment[]>;
const nothing: Attach = async () => [];

const sayTrouble = (error: unknown): string => String((error as Error).message ?? error).slice(0, 300);

/** Speaks to the mail server once. */
async function send(
  transport: Transporter,
  name: string,
  message: MessageRecord,
  attachments: readonly Attachment[],
  now: Date,
): Promise<Outcome> {
  // Read from when the letter itself is handed over: up to then nothing can have gone.
  let handedOver = false;
  const text = new Readable({
    read() {
      handedOver = true;
      this.push(message.body);
      this.push(null);
    },
  });
  try {
    await transport.sendMail({
      messageId: `<${message.id}@steady-furlong>`,
      from: { name, address: barnAddress() },
      to: { name: message.toName, address: message.toAddress },
      subject: message.subject,
      text,
      html: letterHtml(message.body),
      attachments: attachments.map((one) => ({ ...one, content: Buffer.from(one.content) })),
      disableFileAccess: true,
      disableUrlAccess: true,
    });
    return { state: "sent", at: now };
  } catch (error) {
    const trouble = sayTrouble(error);
    const code = (error as { responseCode?: unknown }).responseCode;
    // The server's own word: 5xx is its last on this letter, any other no.
    if (typeof code === "number" && code >= 500) return { state: "failed", trouble };
    return typeof code === "number" || !handedOver ? later(message, trouble, now) : { state: "unknown", trouble };
  }
}
/** It has certainly not gone: it is tried again, until that was done often enough. */
function later(message: MessageRecord, trouble: string, now: Date): Outcome {
  const wait = WAITS[message.tries];
  return wait === undefined
    ? { state: "failed", trouble }
    : { state: "waiting", trouble, next: new Date(now.getTime() + wait * MINUTE) };
}

/** Sends everything whose time has come; how many went out. */
export async function deliver(deps: Deps, attach: Attach = nothing, patience = PATIENCE): Promise<number> {
  const url = mailServer();
  if (!url) return 0;
  const { sql, clock } = deps;
  const transport = createTransport(
    { url, connectionTimeout: patience, greetingTimeout: patience, socketTimeout: patience } as never,
    { from: barnAddress() },
  );
  const { name } = (await findBarn(sql)) ?? { name: "The barn" };
  const lost = await giveUpLeases(sql, clock.now(), "Whoever sent it was interrupted.");
  if (lost > 0) await sql.begin(markWritten);
  for (let sent = 0; ; ) {
    const message = await sql.begin((tx) => claimMessage(tx, clock.now(), new Date(clock.now().getTime() + LEASE)));
    if (!message) return sent;
    const outcome = await attach(message).then(
      (attachments) => send(transport, name, message, attachments, clock.now()),
      (error: unknown) => later(message, sayTrouble(error), clock.now()),
    );
    await sql.begin(async (tx) => {
      await settleMessage(tx, message.id, outcome);
      await markWritten(tx);
    });
    const line = {
      event: "letter",
      letter: message.id,
      outcome: outcome.state,
      ...("trouble" in outcome ? { trouble: outcome.trouble } : {}),
    };
    log()[outcome.state === "sent" ? "info" : "warn"](
      line,
      outcome.state === "sent" ? "A letter went out" : "A letter did not go out",
    );
    if (outcome.state === "sent") sent += 1;
  }
}

interface Sending {
  running: Promise<unknown> | null;
  again: boolean;
  timer: ReturnType<typeof setTimeout> | undefined;
  looked: number;
}
const sending = perBarn((): Sending => ({ running: null, again: false, timer: undefined, looked: Number.NEGATIVE_INFINITY }));
/** Sends in the background, one sender a barn and process; looks again when the next letter is due, as long as one waits. */
export function deliverSoon(deps: Deps, attach: Attach): void {
  if (!mailServer()) return;
  const barn = sending(deps);
  if (barn.running) {
    barn.again = true;
    return;
  }
  barn.running = deliver(deps, attach)
    .catch(() => undefined)
    .then(() => nextTry(deps.sql).catch(() => null))
    .then((next) => {
      barn.running = null;
      clearTimeout(barn.timer);
      if (barn.again) {
        barn.again = false;
        deliverSoon(deps, attach);
        return;
      }
      if (!next) return;
      const wait = Math.min(LOOK_EVERY, Math.max(1000, next.getTime() - deps.clock.now().getTime()));
      barn.timer = setTimeout(() => deliverSoon(deps, attach), wait);
      barn.timer.unref();
    });
}
/** While somebody uses the application: what waited when the process last ended is not forgotten. */
export function deliverNowAndThen(deps: Deps, attach: Attach): void {
  const now = deps.clock.now().getTime();
  const barn = sending(deps);
  if (now - barn.looked < LOOK_EVERY) return;
  barn.looked = now;
  deliverSoon(deps, attach);
}
