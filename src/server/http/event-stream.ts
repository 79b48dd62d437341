/** Something said so often keeps a silent line open, and shows a lost one. */
const STILL_HERE = 20_000;

/** Answers that come one after another on one request (server-sent events), until the source ends or the reader leaves. */
export function eventStream<T>(request: Request, source: (signal: AbortSignal) => AsyncGenerator<T>): Response {
  const ended = new AbortController();
  request.signal.addEventListener("abort", () => ended.abort());
  const encoder = new TextEncoder();
  const body = new ReadableStream({
    async start(controller) {
      const beat = setInterval(() => controller.enqueue(encoder.encode(":\n\n")), STILL_HERE);
      ended.signal.addEventListener("abort", () => clearInterval(beat));
      try {
        for await (const one of source(ended.signal)) controller.enqueue(encoder.encode(`data: ${JSON.stringify(one)}\n\n`));
        clearInterval(beat);
        controller.close();
      } catch (error) {
        clearInterval(beat);
        if (!ended.signal.aborted) controller.error(error);
      }
    },
    cancel: () => ended.abort(),
  });
  return new Response(body, { headers: { "Content-Type": "text/event-stream", "Cache-Control": "no-store" } });
}
