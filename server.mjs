// The process that serves the built application: who is at the other end, headers of every answer, body limits, compression, a line in the log, a clean end.
// Started by bin/start; see docs/architecture.md.
import { AsyncLocalStorage } from "node:async_hooks";
import { readdirSync } from "node:fs";
import { createServer } from "node:http";
import { relative, sep } from "node:path";
import { fileURLToPath } from "node:url";
import compression from "compression";
import proxyAddr from "proxy-addr";
import send from "send";
import { log, tellOfRequest } from "./log.mjs";

process.env.ASTRO_NODE_AUTOSTART = "disabled";
// The application writes to the same log (src/server/log.ts).
globalThis[Symbol.for("steady-furlong.log")] = log;
/** What is known of a request before the application has it, and what the log is told of it (src/server/http/about.ts). */
const abouts = new AsyncLocalStorage();
globalThis[Symbol.for("steady-furlong.about")] = abouts;
const { handler } = await import("./dist/server/entry.mjs");

const BODY_LIMIT = 512 * 1024;
/** One photo or PDF of 5 MB, as base64 in JSON. */
const FILE_LIMIT = 7 * 1024 * 1024;
/** One clip of 15 MB, likewise. */
const CLIP_LIMIT = 21 * 1024 * 1024;
/** A table of twenty thousand rows, as text in JSON. */
const TABLE_LIMIT = 12 * 1024 * 1024;
/** A horse of another barn with its photos. */
const ARCHIVE_LIMIT = 60 * 1024 * 1024;
const LIMITS = {
  "/api/import/take": TABLE_LIMIT,
  "/api/import/horse": ARCHIVE_LIMIT,
  "/api/check/attach": FILE_LIMIT,
  "/api/report/add-photo": FILE_LIMIT,
  "/api/media/add": CLIP_LIMIT,
};
const limitOf = (request) => LIMITS[request.url] ?? BODY_LIMIT;
const compress = compression({
  filter: (request, response) =>
    response.getHeader("Content-Type") !== "text/event-stream" && compression.filter(request, response),
});

/** Whose word on where a request comes from is taken: addresses or ranges of our own proxies, with commas between. Nobody's, unless told. */
const proxies = (process.env.FURLONG_PROXY ?? "").split(",").map((one) => one.trim());
const trusted = proxyAddr.compile(proxies.filter((one) => one !== ""));

/** Which of several barns is meant (src/server/barns.ts); our own printer says it behind the question mark, as it asks by number. */
function hostOf(request) {
  const path = new URL(request.url, "http://here");
  if (path.pathname.startsWith("/print/")) return path.searchParams.get("barn") ?? "";
  return (request.headers.host ?? "").replace(/:\d+$/, "").toLowerCase();
}

const FILES = fileURLToPath(new URL("./dist/client/", import.meta.url));
/** What the build has put there, as it is asked for: whatever is not among them need not be looked for on the disk. */
const files = new Set(
  readdirSync(FILES, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => `/${relative(FILES, entry.parentPath)}/${entry.name}`.replaceAll(sep, "/").replace("//", "/")),
);
/** A file whose name holds a hash of what is in it never changes. */
const NAMED_BY_CONTENT = "/_astro/";
const sendFile = (request, response, path) =>
  path.startsWith(NAMED_BY_CONTENT)
    ? send(request, path, { root: FILES, maxAge: "1y", immutable: true }).pipe(response)
    : send(request, path, { root: FILES }).pipe(response);

/** On every answer, also a redirect, a refusal and a file; a page adds which scripts and styles are its own. */
const HEADERS = {
  "X-Content-Type-Options": "nosniff",
  "Referrer-Policy": "same-origin",
  "Cross-Origin-Opener-Policy": "same-origin",
  "Cross-Origin-Resource-Policy": "same-origin",
  "X-Frame-Options": "DENY",
  "Permissions-Policy": "camera=(), microphone=(), geolocation=()",
  // A year. People come by https only where a proxy ends it, or it would lock them out.
  ...(process.env.FURLONG_TLS === "1" ? { "Strict-Transport-Security": "max-age=31536000" } : {}),
};

function refuse(response, status, code, path, message, stays = false) {
  response.writeHead(status, {
    "Content-Type": "application/json",
    "Cache-Control": "no-store",
    ...(stays ? {} : { Connection: "close" }),
  });
  response.end(JSON.stringify({ code, path, message }));
}

/** Bytes of a body that is too large for which the line stays open. */
const READ_AND_DROPPED = 64 * 1024 * 1024;

/** Streams of events, which never end by themselves. */
const streams = new Set();

const server = createServer((request, response) => {
  const about = { address: proxyAddr(request, trusted), who: null, host: hostOf(request) };
  // The application itself believes nobody: what a proxy of ours says has been read by now.
  for (const name of Object.keys(request.headers))
    if (name.startsWith("x-forwarded-") || name === "forwarded") delete request.headers[name];
  tellOfRequest(request, response, about);
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  if (request.method === "TRACE") return refuse(response, 405, "method", "", "There is nothing to trace here.");
  const length = request.headers["content-length"];
  const hasBody = !["GET", "HEAD", "OPTIONS"].includes(request.method);
  if (hasBody && length === undefined && request.headers["transfer-encoding"] !== undefined)
    return refuse(response, 411, "length", "Content-Length", "Send the length of the body.");
  if (Number(length ?? 0) > limitOf(request)) {
    // Whoever is still sending would not hear the answer on a line that is cut: the rest is read and thrown away.
    const stays = Number(length) <= READ_AND_DROPPED;
    refuse(response, 413, "too-large", "Content-Length", `At most ${limitOf(request) / 1024} kB in one request.`, stays);
    return request.resume();
  }
  if (request.headers.accept === "text/event-stream") {
    streams.add(response);
    response.on("close", () => streams.delete(response));
  }
  const [path] = request.url.split(/[?#]/);
  const isFile = ["GET", "HEAD"].includes(request.method) && files.has(path);
  compress(request, response, () =>
    isFile ? sendFile(request, response, path) : abouts.run(about, () => handler(request, response)),
  );
});

// A clip from a field with one bar of signal takes its time; whoever says nothing at all is not waited for.
server.requestTimeout = 180_000;
server.headersTimeout = 30_000;
server.listen(Number(process.env.PORT ?? 4321), "127.0.0.1", () => process.send?.({ port: server.address().port }));

function end() {
  server.close(() => process.exit(0));
  for (const response of streams) response.destroy();
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 5_000).unref();
}
// One request's fault that nobody waited for is no reason to leave all others.
process.on("unhandledRejection", (error) => log.error({ event: "fault", err: error }, "Nobody waited for this"));
process.on("SIGTERM", end);
process.on("SIGINT", end);
// Started as a child, it must not outlive its parent.
process.on("disconnect", end);
