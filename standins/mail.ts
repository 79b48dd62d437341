/**
 * A simulated mail server, on loopback: takes letters over SMTP, keeps them until it ends, and hands none on. GET / shows them on a page, GET /mails as JSON,
 * GET /attachment?mail=&at= what came along; GET /smtp gives { port } of the SMTP side. POST /trouble { times, code } refuses that many letters with that SMTP
 * code (4xx: try later, 5xx: never); with { times, seconds } it takes that many letters and answers so late; with { times, silent: true } it takes them and hangs up
 * without a word. A letter that comes twice is kept twice: whether one comes once is for the sender to see to.
 */
import { type ParsedMail, simpleParser } from "mailparser";
import { SMTPServer } from "smtp-server";
import { serveDevice } from "./device.ts";

interface Kept {
  readonly at: string;
  readonly mail: ParsedMail;
}
const kept: Kept[] = [];
interface Trouble {
  readonly times: number;
  readonly code?: number | undefined;
  readonly seconds?: number | undefined;
  readonly silent?: boolean | undefined;
}
let trouble: Trouble = { times: 0 };
/** The rehearsed trouble of this letter, which is one fewer then. */
function takeTrouble(): Trouble | null {
  if (trouble.times === 0) return null;
  trouble = { ...trouble, times: trouble.times - 1 };
  return trouble;
}

const smtp = new SMTPServer({
  authOptional: true,
  disabledCommands: ["STARTTLS"],
  onData(stream, session, done) {
    simpleParser(stream)
      .then((mail) => {
        const rehearsed = takeTrouble();
        if (rehearsed?.code) return done(Object.assign(new Error("Rehearsed trouble"), { responseCode: rehearsed.code }));
        kept.push({ at: new Date().toISOString(), mail });
        if (rehearsed?.silent) return hangUp(session.id);
        setTimeout(done, (rehearsed?.seconds ?? 0) * 1000);
      })
      .catch(done);
  },
});
/** Ends the connection of a letter without a word. */
function hangUp(id: string): void {
  for (const connection of (smtp as unknown as { connections: Set<{ id: string; _socket: { destroy(): void } }> }).connections)
    if (connection.id === id) connection._socket.destroy();
}
const listening = new Promise<number>((resolve) => {
  const server = smtp.listen(Number(process.env["SMTP_PORT"] ?? 0), "127.0.0.1", () => {
    const address = server.address();
    resolve(typeof address === "object" && address ? address.port : 0);
  });
});

const escape = (words: string): string => words.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);
const sayTo = ({ mail }: Kept): string =>
  [mail.to ?? []]
    .flat()
    .map(({ text }) => text)
    .join(", ");
function page(): string {
  const mails = kept.map(
    (
      one,
      i,
    ) => `<article><h2>${escape(one.mail.subject ?? "")}</h2><p>To ${escape(sayTo(one))}, ${one.at}</p><pre>${escape(one.mail.text ?? "")}</pre>
      ${one.mail.attachments.map((file, at) => `<p><a href="/attachment?mail=${i}&amp;at=${at}">${escape(file.filename ?? "file")}</a></p>`).join("")}</article>`,
  );
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Simulated mail server</title><h1>Simulated mail server: ${mails.length} letters</h1>${mails.reverse().join("<hr>")}</html>`;
}

serveDevice("mail server", 4398, [
  { method: "GET", path: "/", answer: page },
  { method: "GET", path: "/smtp", answer: async () => ({ port: await listening }) },
  {
    method: "GET",
    path: "/mails",
    answer: () =>
      kept.map((one) => ({
        at: one.at,
        to: sayTo(one),
        subject: one.mail.subject,
        text: one.mail.text,
        html: one.mail.html,
        messageId: one.mail.messageId,
        files: one.mail.attachments.map(({ filename, contentType, size }) => ({ filename, contentType, size })),
      })),
  },
  {
    method: "GET",
    path: "/attachment",
    answer(url) {
      const file = kept[Number(url.searchParams.get("mail"))]?.mail.attachments[Number(url.searchParams.get("at"))];
      if (!file) throw new RangeError("no such attachment");
      return { type: file.contentType, content: file.content };
    },
  },
  {
    method: "POST",
    path: "/trouble",
    answer(_url, body) {
      const { times, code, seconds, silent } = (body ?? {}) as Record<keyof Trouble, unknown>;
      const isNumber = (x: unknown): x is number | undefined => x === undefined || typeof x === "number";
      if (typeof times !== "number" || !isNumber(code) || !isNumber(seconds))
        throw new RangeError("times, code and seconds: numbers");
      trouble = { times, code, seconds, silent: silent === true };
      return {};
    },
  },
]);
