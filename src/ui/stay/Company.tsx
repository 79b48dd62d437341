import { useState } from "react";
import type { TermsView } from "#contracts/views.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";

interface Choice {
  readonly id: string;
  readonly name: string;
}
interface Props {
  readonly id: string;
  readonly title: string;
  readonly none: string;
  readonly said: string;
  readonly label: string;
  readonly keep: string;
  readonly free: string;
  readonly choices: readonly Choice[];
  readonly kept: readonly string[];
  readonly open: boolean;
  onSet(id: string, kept: boolean): Promise<void>;
  readonly busy: boolean;
}
/** Some of a list are kept away, and may be let near again. */
function Kept({ id, title, none, said, label, keep, free, choices, kept, open, onSet, busy }: Props) {
  const [chosen, setChosen] = useState("");
  const rest = choices.filter((one) => !kept.includes(one.id));
  return (
    <section aria-labelledby={id}>
      <h2 id={id}>{title}</h2>
      {kept.length === 0 && <p className="text-dim">{none}</p>}
      <ul>
        {choices
          .filter((one) => kept.includes(one.id))
          .map((one) => (
            <li key={one.id} className="flex items-center gap-3 border-b border-line py-1">
              {said} <strong>{one.name}</strong>
              <Button className="ml-auto" disabled={busy} onClick={() => void onSet(one.id, false)}>
                {free}
              </Button>
            </li>
          ))}
      </ul>
      {open && rest.length > 0 && (
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <label className="sign text-dim">
            {label}
            <select className={`${INPUT} font-sans text-ink`} value={chosen} onChange={(event) => setChosen(event.target.value)}>
              <option value="">Choose one</option>
              {rest.map((one) => (
                <option key={one.id} value={one.id}>
                  {one.name}
                </option>
              ))}
            </select>
          </label>
          <Button disabled={busy || chosen === ""} onClick={() => void onSet(chosen, true)}>
            {keep}
          </Button>
        </div>
      )}
    </section>
  );
}

/** Horses that must not share a place with this one, and people who neither ride nor help with it. */
export function Company({ view }: { view: TermsView }) {
  const { busy, problem, send } = useCommand();
  const set = async (route: string, input: unknown): Promise<void> => {
    if ((await send(route, input)).ok) location.reload();
  };
  return (
    <div className="grid gap-6">
      <Kept
        id="company-title"
        title="Keep apart"
        none="No horses to keep apart."
        said="Never in the same place as"
        label="Another horse"
        keep="Keep apart"
        free="Allow together"
        choices={view.others.map(({ stay, horse }) => ({ id: stay, name: horse }))}
        kept={view.apart}
        open={!view.wentHome}
        busy={busy}
        onSet={(other, apart) => set("stay/set-apart", { stay: view.stay, other, apart })}
      />
      <Kept
        id="kept-title"
        title="Not with this horse"
        none="Anyone with the right grade may work this horse."
        said="Does not ride or help with this horse:"
        label="A person"
        keep="Do not assign"
        free="Allow again"
        choices={view.people}
        kept={view.keptFrom}
        open={!view.wentHome}
        busy={busy}
        onSet={(person, kept) => set("stay/keep-from", { stay: view.stay, person, kept })}
      />
      <Trouble problem={problem} />
    </div>
  );
}
