/** What is kept how long. */
import { useState } from "react";
import { KEPT, type KeepingView } from "#contracts/keeping.ts";
import { BARE_INPUT, Button, Field, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { KEEPING } from "#ui/words/keeping.ts";

const typed = (months: number | null): string => (months === null ? "" : String(months));
export function KeepingForm({ view }: { view: KeepingView }) {
  useAwake();
  const { busy, problem, send } = useCommand();
  const [version, setVersion] = useState(view.version);
  const [words, setWords] = useState(() => Object.fromEntries(KEPT.map((one) => [one, typed(view.keeping[one])])));
  const [saved, setSaved] = useState(false);
  const save = async (): Promise<void> => {
    // What is no number is refused by name, and stays as it was typed.
    const keeping = Object.fromEntries(KEPT.map((one) => [one, words[one]?.trim() === "" ? null : Number(words[one])]));
    const answer = await send<{ version: number }>("barn/edit-keeping", { version, keeping });
    if (answer.ok) setVersion(answer.value.version);
    setSaved(answer.ok);
  };
  return (
    <section aria-labelledby="keeping-title" className="max-w-3xl pt-6">
      <h2 id="keeping-title">How long we keep data</h2>
      <p className="text-dim">
        In months. Empty means for good. Older data is deleted once a day and listed under Who changed what. Scores and sessions
        stay.
      </p>
      <div className="mt-2 grid gap-3 sm:grid-cols-2">
        {KEPT.map((one) => (
          <Field
            key={one}
            id={`keep-${one}`}
            label={KEEPING[one].words}
            hint={KEEPING[one].what}
            error={problem?.issues?.find(({ path }) => path === `keeping.${one}`)?.message}
          >
            <input
              id={`keep-${one}`}
              inputMode="numeric"
              aria-describedby={`keep-${one}-hint`}
              className={`${BARE_INPUT} w-24`}
              value={words[one]}
              onChange={(event) => {
                setSaved(false);
                setWords({ ...words, [one]: event.target.value });
              }}
            />
          </Field>
        ))}
      </div>
      <div className="mt-2 flex items-center gap-3">
        <Button tone="main" disabled={busy} onClick={() => void save()}>
          Save times
        </Button>
        <span role="status">{saved ? "Saved." : ""}</span>
      </div>
      <Trouble problem={problem} />
    </section>
  );
}
