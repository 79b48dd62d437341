/** A letter to the owner, proposed from the record and made the manager's own; the secret address of the owner's page; what was sent before. */

import { useState } from "react";
import type { LetterView } from "#contracts/views.owner.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { listed } from "#ui/words/figures.ts";
import { sayLetter } from "#ui/words/letter.ts";
import { FromOwnerPanel } from "./FromOwnerPanel.tsx";
import { HandOver } from "./HandOver.tsx";
import { HomeworkPanel } from "./HomeworkPanel.tsx";
import { MessageEntry } from "./MessageEntry.tsx";
import { Readers } from "./Readers.tsx";
import { Visits } from "./Visits.tsx";

export function LetterScreen({ view, about, me }: { view: LetterView; about: string; me: string }) {
  useAwake();
  const { value: draft, set, drop } = useDraft(`letter:${me}:${view.stay}:${about}`, sayLetter(about, view));
  const [done, setDone] = useState(false);
  const [readers, setReaders] = useState(view.readers);
  const reached = readers.filter(({ address }) => address !== "");
  const { busy, problem, send } = useCommand();
  const write = async (): Promise<void> => {
    const sent = await send("owner/write", { stay: view.stay, about: about || draft.subject, ...draft });
    if (!sent.ok) return;
    drop();
    setDone(true);
  };
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="grid content-start gap-6">
        <form
          aria-labelledby="letter-title"
          className="grid gap-3"
          onSubmit={(event) => {
            event.preventDefault();
            void write();
          }}
        >
          <h2 id="letter-title">Message to {view.toName}</h2>
          {view.toAddress === "" && (
            <p className="text-ochre">
              ▲ {view.toName} has no e-mail address here. <a href={`/horse/${view.stay}/terms`}>Add it</a>
            </p>
          )}
          {reached.length > 1 && <p className="text-sm">To {listed(reached.map(({ name }) => name))}, each by name.</p>}
          <label className="sign text-dim">
            Subject
            <input
              className={`${INPUT} font-sans text-ink`}
              maxLength={150}
              value={draft.subject}
              onChange={(event) => set((before) => ({ ...before, subject: event.target.value }))}
            />
          </label>
          <label className="sign text-dim">
            Letter
            <textarea
              rows={12}
              maxLength={6000}
              className={`${INPUT} font-sans text-ink`}
              value={draft.body}
              onChange={(event) => set((before) => ({ ...before, body: event.target.value }))}
            />
          </label>
          <p className="text-sm text-dim">The owner's link, your name and the barn's name are added below.</p>
          <Trouble problem={problem} />
          {done ? (
            <p role="status">✓ In the outbox. It sends by itself. Copies stay below.</p>
          ) : (
            <Button type="submit" tone="main" className="justify-self-start" disabled={busy || reached.length === 0}>
              Send the message
            </Button>
          )}
        </form>
        {!view.wentHome && <HomeworkPanel view={view} me={me} />}
        <Visits view={view} />
        <HandOver view={view} me={me} />
      </div>
      <div className="grid content-start gap-6">
        <FromOwnerPanel view={view} />
        <Readers view={view} onChange={setReaders} />
        <section aria-labelledby="sent-title">
          <h2 id="sent-title">Messages so far</h2>
          {view.sent.length === 0 && <p className="text-dim">None yet.</p>}
          {view.sent.map((message) => (
            <MessageEntry key={message.id} message={message} />
          ))}
        </section>
      </div>
    </div>
  );
}
