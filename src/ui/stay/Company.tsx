import { useState } from "react";
import type { TermsView } from "#contracts/views.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";

/** Horses that must not share a place with this one. */
export function Company({ view }: { view: TermsView }) {
  const { busy, problem, send } = useCommand();
  const [other, setOther] = useState("");
  const set = async (who: string, apart: boolean): Promise<void> => {
    if ((await send("stay/set-apart", { stay: view.stay, other: who, apart })).ok) location.reload();
  };
  const kept = view.others.filter((one) => view.apart.includes(one.stay));
  const free = view.others.filter((one) => !view.apart.includes(one.stay));
  return (
    <section aria-labelledby="company-title">
      <h2 id="company-title">Keep apart</h2>
      {kept.length === 0 && <p className="text-dim">It may share a place with every horse in work.</p>}
      <ul>
        {kept.map((one) => (
          <li key={one.stay} className="flex items-center gap-3 border-b border-line py-1">
            Never in one place with <strong>{one.horse}</strong>
            <Button className="ml-auto" disabled={busy} onClick={() => void set(one.stay, false)}>
              Let them meet
            </Button>
          </li>
        ))}
      </ul>
      {!view.wentHome && free.length > 0 && (
        <div className="mt-3 flex flex-wrap items-end gap-3">
          <label className="sign text-dim">
            Another horse
            <select className={`${INPUT} font-sans text-ink`} value={other} onChange={(event) => setOther(event.target.value)}>
              <option value="">Choose one</option>
              {free.map((one) => (
                <option key={one.stay} value={one.stay}>
                  {one.horse}
                </option>
              ))}
            </select>
          </label>
          <Button disabled={busy || other === ""} onClick={() => void set(other, true)}>
            Keep apart
          </Button>
        </div>
      )}
      <Trouble problem={problem} />
    </section>
  );
}
