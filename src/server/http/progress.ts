/** A write that tells how far it is, as lines of JSON; the last one is its answer. Whoever goes away stops it, and nothing of it is kept. */
import type { Progress } from "#contracts/import.ts";
import { Stopped, type Tell } from "../work.ts";

export const LINES = "application/x-ndjson";
const TELL_EVERY_MS = 150;

/** What the last line says: the answer as it would have been sent alone. */
export interface LastLine {
  readonly status: number;
  readonly body: unknown;
}

export function inLines(signal: AbortSignal, run: (tell: Tell) => Promise<Response>): Response {
  let gone = false;
  signal.addEventListener("abort", () => {
    gone = true;
  });
  const encoder = new TextEncoder();
  let told = 0;
  const stream = new ReadableStream<Uint8Array>({
    async start(controller) {
      const line = (one: Progress | LastLine): void => {
        if (!gone) controller.enqueue(encoder.encode(`${JSON.stringify(one)}\n`));
      };
      const tell: Tell = (done, of) => {
        if (gone) throw new Stopped();
        if (performance.now() - told < TELL_EVERY_MS) return;
        told = performance.now();
        line({ done, of });
      };
      try {
        const answer = await run(tell);
        line({ status: answer.status, body: await answer.json() });
        if (!gone) controller.close();
      } catch (error) {
        if (!gone) controller.error(error);
      }
    },
    cancel() {
      gone = true;
    },
  });
  return new Response(stream, { headers: { "Content-Type": LINES, "Cache-Control": "no-store" } });
}
