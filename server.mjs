// The process that serves the built application: body limits, compression, a clean end. Started by bin/start; see docs/architecture.md.
import { createServer } from "node:http";
import compression from "compression";

process.env.ASTRO_NODE_AUTOSTART = "disabled";
const { handler } = await import("./dist/server/entry.mjs");

const BODY_LIMIT = 512 * 1024;
/** One photo or PDF of 5 MB, as base64 in JSON. */
const FILE_LIMIT = 7 * 1024 * 1024;
const limitOf = (request) => (["/api/check/attach", "/api/report/add-photo"].includes(request.url) ? FILE_LIMIT : BODY_LIMIT);
const compress = compression({
  filter: (request, response) =>
    response.getHeader("Content-Type") !== "text/event-stream" && compression.filter(request, response),
});

function refuse(response, status, code, path, message) {
  response.writeHead(status, {
    "Content-Type": "application/json",
    "Cache-Control": "no-store",
    "X-Content-Type-Options": "nosniff",
    Connection: "close",
  });
  response.end(JSON.stringify({ code, path, message }));
}

/** Streams of events, which never end by themselves. */
const streams = new Set();

const server = createServer((request, response) => {
  if (request.method === "TRACE") return refuse(response, 405, "method", "", "There is nothing to trace here.");
  const length = request.headers["content-length"];
  const hasBody = !["GET", "HEAD", "OPTIONS"].includes(request.method);
  if (hasBody && length === undefined && request.headers["transfer-encoding"] !== undefined)
    return refuse(response, 411, "length", "Content-Length", "Send the length of the body.");
  if (Number(length ?? 0) > limitOf(request))
    return refuse(response, 413, "too-large", "Content-Length", `At most ${limitOf(request) / 1024} kB in one request.`);
  if (request.headers.accept === "text/event-stream") {
    streams.add(response);
    response.on("close", () => streams.delete(response));
  }
  compress(request, response, () => handler(request, response));
});

server.requestTimeout = 30_000;
server.listen(Number(process.env.PORT ?? 4321), "127.0.0.1", () => process.send?.({ port: server.address().port }));

function end() {
  server.close(() => process.exit(0));
  for (const response of streams) response.destroy();
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 5_000).unref();
}
// One request's fault that nobody waited for is no reason to leave all others.
process.on("unhandledRejection", (error) => console.error("Nobody waited for this:", error));
process.on("SIGTERM", end);
process.on("SIGINT", end);
// Started as a child, it must not outlive its parent.
process.on("disconnect", end);
