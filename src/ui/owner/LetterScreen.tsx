/** A letter to the owner, proposed from the record and made the manager's own; the secret address of the owner's page; what was sent before. */

import { useState } from "react";
import type { LetterView, LinkView } from "#contracts/views.owner.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { sayLetter } from "#ui/words/letter.ts";
import { FromOwnerPanel } from "./FromOwnerPanel.tsx";
import { HandOver } from "./HandOver.tsx";
import { MessageEntry } from "./MessageEntry.tsx";

function OwnerLink({
  stay,
  link: initial,
  until,
}: {
  stay: LetterView["stay"];
  link: LinkView | null;
  until: LetterView["until"];
}) {
  const [link, setLink] = useState(initial);
  const { busy, problem, send } = useCommand();
  const make = async (): Promise<void> => {
    const answer = await send<LinkView>("owner/make-link", { stay, until });
    if (answer.ok) setLink(answer.value);
  };
  const drop = async (): Promise<void> => {
    if ((await send("owner/drop-link", { stay })).ok) setLink(null);
  };
  return (
    <section aria-labelledby="link-title" className="grid gap-1">
      <h2 id="link-title">The owner's page</h2>
      {link ? (
        <>
          <input
            readOnly
            suppressHydrationWarning
            aria-label="Address of the owner's page"
            className={INPUT}
            value={typeof location === "undefined" ? link.path : location.origin + link.path}
            onFocus={(event) => event.target.select()}
          />
          <p className="text-sm text-dim">
            Opens without a sign-in, for whoever has it, up to {sayDate(link.until)}. <a href={link.path}>Look at it</a>
          </p>
          <div className="flex gap-1">
            <Button disabled={busy} onClick={() => void make()}>
              Make a new address
            </Button>
            <Button disabled={busy} onClick={() => void drop()}>
              Take it away
            </Button>
          </div>
        </>
      ) : (
        <>
          <p className="text-dim">No address opens now. One is made with the first letter, or here.</p>
          <Button className="justify-self-start" disabled={busy} onClick={() => void make()}>
            Make an address
          </Button>
        </>
      )}
      <Trouble problem={problem} />
    </section>
  );
}

export function LetterScreen({ view, about, me }: { view: LetterView; about: string; me: string }) {
  useAwake();
  const { value: draft, set, drop } = useDraft(`letter:${me}:${view.stay}:${about}`, sayLetter(about, view));
  const [done, setDone] = useState(false);
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
          <h2 id="letter-title">A letter to {view.toName}</h2>
          {view.toAddress === "" && (
            <p className="text-ochre">
              ▲ {view.toName} has no e-mail address here. <a href={`/horse/${view.stay}/terms`}>Type it in</a>
            </p>
          )}
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
          <p className="text-sm text-dim">The address of the owner's page, your name and the barn's are put below it.</p>
          <Trouble problem={problem} />
          {done ? (
            <p role="status">✓ In the outbox; it goes out by itself. Copies stay below.</p>
          ) : (
            <Button type="submit" tone="main" className="justify-self-start" disabled={busy || view.toAddress === ""}>
              Send the letter
            </Button>
          )}
        </form>
        <HandOver view={view} me={me} />
      </div>
      <div className="grid content-start gap-6">
        <FromOwnerPanel view={view} />
        <OwnerLink stay={view.stay} link={view.link} until={view.until} />
        <section aria-labelledby="sent-title">
          <h2 id="sent-title">Letters so far</h2>
          {view.sent.length === 0 && <p className="text-dim">None yet.</p>}
          {view.sent.map((message) => (
            <MessageEntry key={message.id} message={message} />
          ))}
        </section>
      </div>
    </div>
  );
}
