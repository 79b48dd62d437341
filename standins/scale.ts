/**
 * A simulated barn scale, on loopback. GET /reading gives { kilograms, steady }; POST /horse { kilograms } leads a horse onto it, 0 leads it
 * off. Left alone for a while it leads one up by itself, so that a demo has something to weigh. PORT chooses the port, 0 a free one.
 */
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { seededRandom } from "#core/kernel/random.ts";

const SETTLES_IN = 2500;
const LEFT_ALONE = 20_000;
const SWAY = 30;

const random = seededRandom(Number(process.env["FURLONG_SCALE_SEED"] ?? 3));
let horse = 0;
let since = 0;
let asked = 0;

function reading(now: number): { kilograms: number; steady: boolean } {
  if (asked > 0 && now - asked > LEFT_ALONE) horse = 0;
  if (horse === 0 && (asked === 0 || now - asked > LEFT_ALONE)) stepOn(random.whole(3300, 5400) / 10, now);
  asked = now;
  if (horse === 0) return { kilograms: 0, steady: true };
  const left = Math.max(0, 1 - (now - since) / SETTLES_IN);
  const kilograms = Math.max(0, horse + SWAY * left * random.normal());
  return { kilograms: Math.round(kilograms * 10) / 10, steady: left === 0 };
}
function stepOn(kilograms: number, now: number): void {
  horse = kilograms;
  since = now;
}

async function bodyOf(request: IncomingMessage): Promise<unknown> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return JSON.parse(Buffer.concat(parts).toString("utf8"));
}
const answer = (response: ServerResponse, status: number, body: unknown): void => {
  response.writeHead(status, { "Content-Type": "application/json" });
  response.end(JSON.stringify(body));
};

const server = createServer((request, response) => {
  const now = Date.now();
  if (request.method === "GET" && request.url === "/reading") return answer(response, 200, reading(now));
  if (request.method !== "POST" || request.url !== "/horse") return answer(response, 404, { code: "not-found" });
  void bodyOf(request)
    .then((body) => {
      const { kilograms } = body as { kilograms?: unknown };
      if (typeof kilograms !== "number" || !(kilograms >= 0 && kilograms <= 2000))
        throw new RangeError("kilograms from 0 to 2000");
      stepOn(kilograms, now);
      asked = now;
      answer(response, 200, {});
    })
    .catch((error: unknown) => answer(response, 400, { code: "bad-request", message: String(error) }));
});
server.listen(Number(process.env["PORT"] ?? 4399), "127.0.0.1", () => {
  const address = server.address();
  const port = typeof address === "object" && address ? address.port : 0;
  process.send?.({ port });
  if (!process.send) console.log(`scale on http://127.0.0.1:${port}`);
});
process.on("SIGTERM", () => server.close(() => process.exit(0)));
process.on("disconnect", () => process.exit(0));
