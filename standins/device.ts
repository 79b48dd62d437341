/** What the simulated devices share: a small server on loopback that speaks JSON. PORT chooses the port, 0 a free one; a parent process is told it. */
import { createServer, type IncomingMessage } from "node:http";

export interface Route {
  readonly method: "GET" | "POST";
  readonly path: string;
  /** Throws a RangeError that says what is wrong with what was asked. */
  answer(url: URL, body: unknown): unknown;
}

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return parts.length === 0 ? null : JSON.parse(Buffer.concat(parts).toString("utf8"));
}

export function serveDevice(name: string, port: number, routes: readonly Route[]): void {
  const server = createServer((request, response) => {
    const say = (status: number, body: unknown): void => {
      response.writeHead(status, { "Content-Type": "application/json" });
      response.end(JSON.stringify(body));
    };
    const url = new URL(request.url ?? "/", "http://device");
    const route = routes.find(({ method, path }) => method === request.method && path === url.pathname);
    if (!route) return say(404, { code: "not-found" });
    void bodyOf(request)
      .then((body) => say(200, route.answer(url, body)))
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
