import { useState } from "react";
import type { MessageView } from "#contracts/views.owner.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";

const at = (instant: string): string => instant.slice(0, 16).replace("T", " ");
function sayState({ state, sentAt, tries, trouble }: MessageView): string {
  if (state === "sent") return `✓ sent ${at(sentAt ?? "")} UTC`;
  if (state === "sending") return "○ is being sent";
  if (state === "unknown") return `▲ may have been sent; the mail server did not confirm: ${trouble}`;
  if (state === "failed") return `■ not sent after ${plural(tries, "try", "tries")}: ${trouble}`;
  return tries === 0 ? "○ waiting to be sent" : `▲ ${plural(tries, "try", "tries")} so far: ${trouble}`;
}

/** A letter as it was written, and whether it went out. */
export function MessageEntry({ message, withHorse = false }: { message: MessageView; withHorse?: boolean }) {
  const [said, setSaid] = useState<string | null>(null);
  const { busy, problem, send } = useCommand();
  const tell = async (route: string, words: string): Promise<void> => {
    if ((await send(route, { id: message.id })).ok) setSaid(words);
  };
  return (
    <article className="border-t border-line py-2">
      <details>
        <summary className="cursor-pointer">
          <span className="sign">{message.subject}</span>{" "}
          <span className="text-sm text-dim">
            to {message.toName}
            {message.issue === null ? "" : `, with report ${message.issue}`} · {said ?? sayState(message)}
          </span>
        </summary>
        <p className="text-sm text-dim">
          {message.toAddress} · written {at(message.madeAt)} UTC by {message.by}
          {withHorse && (
            <>
              {" "}
              · <a href={`/horse/${message.stay}/owner`}>{message.horse}</a>
            </>
          )}
        </p>
        <p className="whitespace-pre-wrap">{message.body}</p>
      </details>
      {(message.state === "failed" || message.state === "unknown") && said === null && (
        <p className="flex flex-wrap items-center gap-3">
          {message.state === "unknown" && <span>Ask {message.toName} whether it arrived, or they may get it twice.</span>}
          <Button disabled={busy} onClick={() => void tell("owner/retry", "○ waiting to be sent")}>
            {message.state === "unknown" ? "Send it again" : "Try again"}
          </Button>
          {message.state === "unknown" && (
            <Button disabled={busy} onClick={() => void tell("owner/settle", "✓ sent")}>
              It arrived
            </Button>
          )}
        </p>
      )}
      <Trouble problem={problem} />
    </article>
  );
}
