/** The owner asks to be forgotten: what goes, what stays, and that it cannot be taken back. */
import { useState } from "react";
import type { TermsView } from "#contracts/views.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";

export function Forget({ view }: { view: TermsView }) {
  const { busy, problem, send } = useCommand();
  const [sure, setSure] = useState(false);
  const forget = async (): Promise<void> => {
    if ((await send("stay/forget-client", { stay: view.stay })).ok) location.reload();
  };
  const { client } = view.details;
  return (
    <section aria-labelledby="forget-title">
      <h2 id="forget-title">If {client.name} asks to be forgotten</h2>
      <p>
        Names, telephone numbers, addresses, letters, photos and papers of {client.name} and of all their horses go for good. What
        was worked and scored stays, of a horse without a name: the barn learns from it. Backups from before still hold them until
        they are thrown away.
      </p>
      <label className="mt-2 flex min-h-9 items-center gap-2">
        <input type="checkbox" checked={sure} onChange={(event) => setSure(event.target.checked)} />
        This cannot be taken back, and they have asked for it
      </label>
      <Button tone="stop" disabled={busy || !sure} onClick={() => void forget()}>
        Forget {client.name}
      </Button>
      <Trouble problem={problem} />
    </section>
  );
}
