/** Who hears of a horse: the client and others, each with the secret address of their own page. */
import { useState } from "react";
import { CONTACT_ROLES, type ContactRole } from "#contracts/owner.ts";
import type { LetterView, LinkView, ReaderView } from "#contracts/views.owner.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { ContactId, StayId } from "#core/kernel/brand.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { CONTACT_ROLE } from "#ui/words/owner.ts";

interface ReaderProps {
  readonly stay: StayId;
  readonly reader: ReaderView;
  readonly until: LetterView["until"];
  onRemoved(): void;
}
function Reader({ stay, reader, until, onRemoved }: ReaderProps) {
  const { contact, name, address, role } = reader;
  const [link, setLink] = useState(reader.link);
  const { busy, problem, send } = useCommand();
  const make = async (): Promise<void> => {
    const answer = await send<LinkView>("owner/make-link", { stay, contact, until });
    if (answer.ok) setLink(answer.value);
  };
  const drop = async (): Promise<void> => {
    if ((await send("owner/drop-link", { stay, contact })).ok) setLink(null);
  };
  const remove = async (): Promise<void> => {
    if ((await send("owner/remove-contact", { id: contact })).ok) onRemoved();
  };
  return (
    <li className="grid gap-1 border-t border-line py-2">
      <p>
        <strong>{name}</strong> <span className="text-dim">{role ? CONTACT_ROLE[role] : "The owner"}</span>
        <br />
        {address || <span className="text-ochre">▲ no e-mail address</span>}
      </p>
      {link ? (
        <>
          <input
            readOnly
            suppressHydrationWarning
            aria-label={role ? `Link for ${name}` : "Owner's link"}
            className={INPUT}
            value={typeof location === "undefined" ? link.path : location.origin + link.path}
            onFocus={(event) => event.target.select()}
          />
          <p className="text-sm text-dim">
            Anyone with this link can read the page until {sayDate(link.until)}. <a href={link.path}>Open the page</a>
          </p>
        </>
      ) : (
        <p className="text-sm text-dim">The owner's link is off. The first message turns it on, or turn it on here.</p>
      )}
      <div className="flex flex-wrap gap-1">
        <Button disabled={busy} onClick={() => void make()}>
          {link ? "Make a new link" : "Turn on the link"}
        </Button>
        {link && (
          <Button disabled={busy} onClick={() => void drop()}>
            Turn off the link
          </Button>
        )}
        {contact && (
          <Button disabled={busy} aria-label={`Stop messages to ${name}`} onClick={() => void remove()}>
            Stop messages
          </Button>
        )}
      </div>
      <Trouble problem={problem} />
    </li>
  );
}

const EMPTY = { name: "", email: "", role: "owner" as ContactRole };
export function Readers({ view, onChange }: { view: LetterView; onChange(readers: readonly ReaderView[]): void }) {
  const [readers, setReaders] = useState(view.readers);
  const [added, setAdded] = useState(EMPTY);
  const { busy, problem, send } = useCommand();
  const put = (next: readonly ReaderView[]): void => {
    setReaders(next);
    onChange(next);
  };
  const add = async (): Promise<void> => {
    const answer = await send<{ id: ContactId }>("owner/add-contact", { stay: view.stay, ...added });
    if (!answer.ok) return;
    put([...readers, { contact: answer.value.id, name: added.name, address: added.email, role: added.role, link: null }]);
    setAdded(EMPTY);
  };
  return (
    <section aria-labelledby="readers-title" className="grid gap-1">
      <h2 id="readers-title">Who gets messages about {view.horse}</h2>
      <ul>
        {readers.map((reader) => (
          <Reader
            key={reader.contact ?? "client"}
            stay={view.stay}
            reader={reader}
            until={view.until}
            onRemoved={() => put(readers.filter((one) => one !== reader))}
          />
        ))}
      </ul>
      <details>
        <summary className="sign cursor-pointer text-slate">Add a person: second owner or agent</summary>
        <form
          className="grid gap-2 pt-2"
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <label className="sign text-dim">
            Name
            <input
              required
              maxLength={120}
              className={`${INPUT} font-sans text-ink`}
              value={added.name}
              onChange={(event) => setAdded({ ...added, name: event.target.value })}
            />
          </label>
          <label className="sign text-dim">
            E-mail
            <input
              required
              type="email"
              maxLength={120}
              className={`${INPUT} font-sans text-ink`}
              value={added.email}
              onChange={(event) => setAdded({ ...added, email: event.target.value })}
            />
          </label>
          <label className="sign text-dim">
            Who this is
            <select
              className={`${INPUT} font-sans text-ink`}
              value={added.role}
              onChange={(event) => setAdded({ ...added, role: event.target.value as ContactRole })}
            >
              {CONTACT_ROLES.map((role) => (
                <option key={role} value={role}>
                  {CONTACT_ROLE[role]}
                </option>
              ))}
            </select>
          </label>
          <Trouble problem={problem} />
          <p className="text-sm text-dim">From now on they get every message and report for this horse, and their own link.</p>
          <Button type="submit" className="justify-self-start" disabled={busy}>
            Add
          </Button>
        </form>
      </details>
    </section>
  );
}
