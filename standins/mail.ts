/**
 * A simulated mail server, on loopback: takes letters over SMTP, keeps them until it ends, and hands none on. GET / shows them on a page, GET /mails as JSON,
 * GET /attachment?mail=&at= what came along; GET /smtp gives { port } of the SMTP side. POST /trouble { times, code } refuses that many letters with that SMTP
 * code (4xx: try later, 5xx: never). A letter that comes twice under one Message-ID is kept once, as mail servers do.
 */
import { type ParsedMail, simpleParser } from "mailparser";
import { SMTPServer } from "smtp-server";
import { serveDevice } from "./device.ts";

interface Kept {
  readonly at: string;
  readonly mail: ParsedMail;
}
const kept = new Map<string, Kept>();
let trouble: { times: number; code: number } = { times: 0, code: 451 };

const smtp = new SMTPServer({
  authOptional: true,
  disabledCommands: ["STARTTLS"],
  onData(stream, _session, done) {
    simpleParser(stream)
      .then((mail) => {
        if (trouble.times > 0) {
          trouble = { ...trouble, times: trouble.times - 1 };
          return done(Object.assign(new Error("Rehearsed trouble"), { responseCode: trouble.code }));
        }
        const id = mail.messageId ?? `none-${kept.size}`;
        if (!kept.has(id)) kept.set(id, { at: new Date().toISOString(), mail });
        done();
      })
      .catch(done);
  },
});
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
  const mails = [...kept.values()].map(
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
      [...kept.values()].map((one) => ({
        at: one.at,
        to: sayTo(one),
        subject: one.mail.subject,
        text: one.mail.text,
        messageId: one.mail.messageId,
        files: one.mail.attachments.map(({ filename, contentType, size }) => ({ filename, contentType, size })),
      })),
  },
  {
    method: "GET",
    path: "/attachment",
    answer(url) {
      const file = [...kept.values()][Number(url.searchParams.get("mail"))]?.mail.attachments[Number(url.searchParams.get("at"))];
      if (!file) throw new RangeError("no such attachment");
      return { type: file.contentType, content: file.content };
    },
  },
  {
    method: "POST",
    path: "/trouble",
    answer(_url, body) {
      const told = (body ?? {}) as { times?: unknown; code?: unknown };
      if (typeof told.times !== "number" || typeof told.code !== "number") throw new RangeError("times and code: numbers");
      trouble = { times: told.times, code: told.code };
      return {};
    },
  },
]);
