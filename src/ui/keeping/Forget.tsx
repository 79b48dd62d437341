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
      <h2 id="forget-title">If {client.name} wants their data deleted</h2>
      <p>
        Names, phone numbers, addresses, messages, photos and papers of {client.name} and of all their horses are deleted for
        good. Sessions and scores stay without names, so the barn can learn from them. Older backups still hold the data until
        they are deleted.
      </p>
      <label className="mt-2 flex min-h-9 items-center gap-2">
        <input type="checkbox" checked={sure} onChange={(event) => setSure(event.target.checked)} />
        This cannot be undone. The client has asked for it
      </label>
      <Button tone="stop" disabled={busy || !sure} onClick={() => void forget()}>
        Forget {client.name}
      </Button>
      <Trouble problem={problem} />
    </section>
  );
}
