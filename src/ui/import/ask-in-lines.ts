/** Asks for a write that tells how far it is; stopping it leaves nothing written. */
import type { ImportReport, Progress, TakeImport } from "#contracts/import.ts";
import type { Asked } from "#ui/kit/ask.ts";
import { newKey } from "#ui/kit/ask.ts";
import { confirmPassword } from "#ui/kit/confirm.ts";
import type { Problem, ProblemBody } from "#ui/words/problem.ts";

const SILENT: Problem = {
  code: "no-answer",
  path: "",
  message: "The connection broke. Choose the file again: rows already imported are left alone.",
};

type Line = Progress | { readonly status: number; readonly body: unknown };

async function* linesOf(response: Response): AsyncGenerator<Line> {
  const reader = response.body?.pipeThrough(new TextDecoderStream()).getReader();
  let rest = "";
  for (let read = await reader?.read(); read && !read.done; read = await reader?.read()) {
    const [last = "", ...whole] = (rest + read.value).split("\n").reverse();
    rest = last;
    for (const line of whole.reverse()) if (line !== "") yield JSON.parse(line) as Line;
  }
}

export async function takeIn(
  input: TakeImport,
  signal: AbortSignal,
  tell: (progress: Progress) => void,
): Promise<Asked<ImportReport>> {
  try {
    const response = await fetch("/api/import/take", {
      method: "POST",
      headers: { "Content-Type": "application/json", Accept: "application/x-ndjson", "Idempotency-Key": newKey() },
      body: JSON.stringify(input),
      signal,
    });
    const refused = response.headers.get("Content-Type")?.startsWith("application/json");
    if (refused) return { ok: false, status: response.status, problem: (await response.json()) as ProblemBody };
    for await (const line of linesOf(response)) {
      if (!("status" in line)) tell(line);
      else if (line.status === 200) return { ok: true, value: line.body as ImportReport };
      else if ((line.body as Problem).code === "confirm-password" && (await confirmPassword()))
        return await takeIn(input, signal, tell);
      else return { ok: false, status: line.status, problem: line.body as ProblemBody };
    }
    return { ok: false, status: 0, problem: SILENT };
  } catch {
    return {
      ok: false,
      status: 0,
      problem: signal.aborted ? { ...SILENT, code: "stopped", message: "Stopped. Nothing was imported." } : SILENT,
    };
  }
}
