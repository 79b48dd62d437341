/** What the phone says in another language, phrase by phrase: read through by somebody who speaks it, and put into the barn's own words. */
import { useState } from "react";
import type { PhraseView, WordsView } from "#contracts/language.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { plural } from "#ui/words/figures.ts";

/** Rows on one page. */
const PAGE = 40;

function Row({ phrase, onSaved }: { phrase: PhraseView; onSaved(own: string | null): void }) {
  const now = phrase.own ?? phrase.shipped;
  const [typed, setTyped] = useState(now);
  const { busy, problem, send } = useCommand();
  const save = async (words: string): Promise<void> => {
    if (!(await send("language/correct", { english: phrase.english, words })).ok) return;
    onSaved(words === "" ? null : words);
    if (words === "") setTyped(phrase.shipped);
  };
  return (
    <li className="border-t border-line py-2">
      <p className="whitespace-pre-wrap">{phrase.english}</p>
      <div className="flex flex-wrap gap-2 pt-1">
        <textarea
          lang="es"
          aria-label={`In Spanish: ${phrase.english}`}
          rows={typed.length > 70 ? 3 : 1}
          maxLength={600}
          className={`${INPUT} min-w-0 flex-1 basis-72`}
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <Button
          tone="main"
          disabled={busy || typed.trim() === now.trim() || typed.trim() === ""}
          onClick={() => void save(typed.trim())}
        >
          Save
        </Button>
        {phrase.own !== null && (
          <Button disabled={busy} onClick={() => void save("")}>
            Use the program's: “{phrase.shipped}”
          </Button>
        )}
      </div>
      <Trouble problem={problem} />
    </li>
  );
}

export function WordsScreen({ view }: { view: WordsView }) {
  useAwake();
  const [phrases, setPhrases] = useState(view.phrases);
  const [search, setSearch] = useState("");
  const [only, setOnly] = useState(false);
  const [shown, setShown] = useState(PAGE);
  const { busy, problem, send } = useCommand();
  const asked = search.trim().toLowerCase();
  const found = phrases.filter(
    ({ english, shipped, own }) =>
      (!only || own !== null) && `${english}\n${shipped}\n${own ?? ""}`.toLowerCase().includes(asked),
  );
  const read = async (): Promise<void> => {
    if ((await send("language/read-through", { sure: true })).ok) location.reload();
  };
  return (
    <div className="max-w-3xl">
      <h2>Spanish on the rider's phone</h2>
      {view.readBy ? (
        <p>
          ✓ {view.readBy.name} read it through on {sayDate(view.readBy.day)}.
        </p>
      ) : (
        <p>
          A draft. Until a Spanish-speaking rider of the barn has read it through, the phone says so. Words in braces, such as
          {" {horse}"}, are filled in by the program: keep them.
        </p>
      )}
      {view.speaks ? (
        <p className="py-2">
          <Button tone={view.readBy ? "plain" : "main"} disabled={busy} onClick={() => void read()}>
            I have read all of it
          </Button>
        </p>
      ) : (
        <p className="text-dim">Whoever reads Spanish turns it on under “My string” or “My sign-in” and finds the button here.</p>
      )}
      <Trouble problem={problem} />
      <div className="flex flex-wrap items-end gap-3 py-2">
        <label className="sign grow text-dim">
          Search
          <input
            type="search"
            className={`${INPUT} font-sans text-ink`}
            value={search}
            onChange={(event) => {
              setSearch(event.target.value);
              setShown(PAGE);
            }}
          />
        </label>
        <label className="flex min-h-9 items-center gap-2">
          <input type="checkbox" checked={only} onChange={(event) => setOnly(event.target.checked)} /> Only our own
        </label>
      </div>
      <p role="status" className="text-dim">
        {found.length === 0 ? "Nothing found. Search for other words." : plural(found.length, "phrase")}
      </p>
      <ul>
        {found.slice(0, shown).map((phrase) => (
          <Row
            key={phrase.english}
            phrase={phrase}
            onSaved={(own) => setPhrases(phrases.map((one) => (one.english === phrase.english ? { ...one, own } : one)))}
          />
        ))}
      </ul>
      {found.length > shown && <Button onClick={() => setShown(shown + PAGE)}>Show {found.length - shown} more</Button>}
    </div>
  );
}
