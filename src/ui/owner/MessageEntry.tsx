import { useState } from "react";
import type { MessageView } from "#contracts/views.owner.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";

const at = (instant: string): string => instant.slice(0, 16).replace("T", " ");
function sayState({ state, sentAt, tries, trouble }: MessageView): string {
  if (state === "sent") return `✓ sent ${at(sentAt ?? "")} UTC`;
  if (state === "failed") return `■ not sent after ${plural(tries, "try", "tries")}: ${trouble}`;
  return tries === 0 ? "○ waits to be sent" : `▲ ${plural(tries, "try", "tries")} so far: ${trouble}`;
}

/** A letter as it was written, and whether it went out. */
export function MessageEntry({ message, withHorse = false }: { message: MessageView; withHorse?: boolean }) {
  const [again, setAgain] = useState(false);
  const { busy, problem, send } = useCommand();
  return (
    <article className="border-t border-line py-2">
      <details>
        <summary className="cursor-pointer">
          <span className="sign">{message.subject}</span>{" "}
          <span className="text-sm text-dim">
            to {message.toName}
            {message.issue === null ? "" : `, with report ${message.issue}`} · {again ? "○ waits to be sent" : sayState(message)}
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
      {message.state === "failed" && !again && (
        <Button
          disabled={busy}
          onClick={async () => {
            if ((await send("owner/retry", { id: message.id })).ok) setAgain(true);
          }}
        >
          Try again
        </Button>
      )}
      <Trouble problem={problem} />
    </article>
  );
}
