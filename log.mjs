// The server's log: one line of JSON for each thing that happened, or the same as plain words (FURLONG_LOG=json|plain); see docs/security.md.
import pino from "pino";
import pretty from "pino-pretty";

const plain = (process.env.FURLONG_LOG ?? "plain") !== "json";
const settings = {
  level: process.env.FURLONG_LOG_LEVEL ?? "info",
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
  formatters: { level: (label) => ({ level: label }) },
};
export const log = plain
  ? pino(settings, pretty({ colorize: false, translateTime: "SYS:HH:MM:ss", singleLine: true, sync: true }))
  : pino(settings, pino.destination({ sync: true }));

/** Where an address opens something by itself, its secret is no part of a line; nor is what was asked for behind the question mark. */
const withoutSecrets = (address) => address.split(/[?#]/, 1)[0].replace(/^\/+(owner|print|calendar)\/+[^/]+/i, "/$1/***");

/** Told once the answer has gone out, or whoever asked has left. `about` is what the application says of the request. */
export function tellOfRequest(request, response, about) {
  const begun = performance.now();
  const path = withoutSecrets(request.url);
  response.once("close", () => {
    const line = {
      event: "request",
      method: request.method,
      path,
      status: response.writableFinished ? response.statusCode : 499,
      ms: Math.round(performance.now() - begun),
      address: about.address,
      ...(about.who ? { who: about.who } : {}),
    };
    const level = response.statusCode >= 500 ? "error" : path.startsWith("/_astro/") ? "debug" : "info";
    log[level](line, `${line.method} ${path} ${line.status}`);
  });
}
