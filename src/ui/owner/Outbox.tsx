/** Every letter, the newest first: what went out, what waits, what did not go. */

import { useState } from "react";
import type { OutboxView } from "#contracts/views.owner.ts";
import { INPUT } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { plural } from "#ui/words/figures.ts";
import { MessageEntry } from "./MessageEntry.tsx";

export function Outbox({ view }: { view: OutboxView }) {
  useAwake();
  const [words, setWords] = useState("");
  const sought = words.trim().toLowerCase();
  const found = view.messages.filter(({ horse, toName, subject }) =>
    `${horse} ${toName} ${subject}`.toLowerCase().includes(sought),
  );
  const count = (state: string): number => view.messages.filter((one) => one.state === state).length;
  return (
    <>
      {!view.mailServer && (
        <p className="text-ochre">
          ▲ Mail is not set up. Messages wait here. Ask whoever runs the server to set FURLONG_SMTP_URL.
        </p>
      )}
      {view.standin && (
        <p className="text-sm text-dim">
          Messages go to the simulated mail server: <a href={view.standin}>open it</a>.
        </p>
      )}
      <p className="flex flex-wrap items-end gap-4 py-2">
        <label className="sign text-dim">
          Find
          <input
            type="search"
            data-keys="/"
            data-does="Find a letter"
            className={`${INPUT} font-sans text-ink`}
            value={words}
            onChange={(event) => setWords(event.target.value)}
          />
        </label>
        <span className="text-dim">
          {plural(count("waiting") + count("sending"), "message waits", "messages wait")}, {count("failed")} could not be sent,{" "}
          {count("unknown")} may have been sent, {count("sent")} sent.
        </span>
      </p>
      {found.length === 0 && (
        <p className="py-4">
          {view.messages.length === 0
            ? "No messages yet. Approve a report, or write to an owner from a horse's page."
            : "No messages match."}
        </p>
      )}
      {found.map((message) => (
        <MessageEntry key={message.id} message={message} withHorse />
      ))}
    </>
  );
}
