/** What the simulated devices share: a small server on loopback that speaks JSON, or pages and files where one has them. PORT chooses the port, 0 a free one; a parent process is told it. */
import { createServer, type IncomingMessage } from "node:http";

export interface Route {
  readonly method: "GET" | "POST";
  readonly path: string;
  /** Words are a page, `type` with `content` a file, anything else JSON. Throws a RangeError that says what is wrong with what was asked. */
  answer(url: URL, body: unknown): unknown;
}

interface File {
  readonly type: string;
  readonly content: Buffer;
}
const isFile = (x: unknown): x is File => typeof x === "object" && x !== null && Buffer.isBuffer((x as File).content);

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return parts.length === 0 ? null : JSON.parse(Buffer.concat(parts).toString("utf8"));
}

export function serveDevice(name: string, port: number, routes: readonly Route[]): void {
  const server = createServer((request, response) => {
    const say = (status: number, body: unknown): void => {
      const file = isFile(body) ? body : null;
      const type = typeof body === "string" ? "text/html; charset=utf-8" : (file?.type ?? "application/json");
      response.writeHead(status, { "Content-Type": type });
      response.end(typeof body === "string" ? body : (file?.content ?? JSON.stringify(body)));
    };
    const url = new URL(request.url ?? "/", "http://device");
    const route = routes.find(({ method, path }) => method === request.method && path === url.pathname);
    if (!route) return say(404, { code: "not-found" });
    void bodyOf(request)
      .then(async (body) => say(200, await route.answer(url, body)))
      .catch((error: unknown) => say(400, { code: "bad-request", message: String(error) }));
  });
  server.listen(Number(process.env["PORT"] ?? port), "127.0.0.1", () => {
    const address = server.address();
    const chosen = typeof address === "object" && address ? address.port : 0;
    process.send?.({ port: chosen });
    if (!process.send) console.log(`${name} on http://127.0.0.1:${chosen}`);
  });
  process.on("SIGTERM", () => server.close(() => process.exit(0)));
  process.on("disconnect", () => process.exit(0));
}
