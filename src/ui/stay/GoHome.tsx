import { useState } from "react";
import type { TermsView } from "#contracts/views.ts";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { inner, plural } from "#ui/words/figures.ts";
import { OWED } from "#ui/words/labels-desk.ts";
import { RELEASE_WORDS } from "#ui/words/owner.ts";

/** The end of a stay. Asked twice only in this sense: the day must be chosen, and open cards refuse it. */
export function GoHome({ view }: { view: TermsView }) {
  const { owed, policy, report, lessonGiven, open } = view.leaving;
  const { busy, problem, send } = useCommand();
  const [day, setDay] = useState<string>(view.rules.today);
  const go = async (): Promise<void> => {
    if ((await send("stay/send-home", { id: view.stay, version: view.version, day })).ok) location.reload();
  };
  return (
    <section aria-labelledby="home-title">
      <h2 id="home-title">Going home</h2>
      <p className="text-dim">Ends the stay. The horse leaves the Rail; the record stays.</p>
      <ul>
        <li>
          {report === null ? "○" : "✓"} <a href={`/horse/${view.stay}/report`}>The report at the end of the term</a>
          {report === null ? " is not approved yet" : `, number ${report}`}
        </li>
        <li>
          {lessonGiven ? "✓" : "○"} <a href={`/horse/${view.stay}/owner`}>The owner's lesson</a>
        </li>
        <li>
          {open.length === 0
            ? "✓ The pick-up checklist is done"
            : `○ Not ready: ${open.map((item) => inner(RELEASE_WORDS[item])).join("; ")}`}
        </li>
        <li>
          {owed === 0 ? "✓ No session is owed" : `▲ ${plural(owed, "session is", "sessions are")} owed, made up ${OWED[policy]}`}
        </li>
      </ul>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <label className="sign text-dim">
          Went home on
          <input
            type="date"
            className={`${INPUT} font-sans text-ink`}
            value={day}
            max={view.rules.today}
            onChange={(event) => setDay(event.target.value)}
          />
        </label>
        <Button tone="stop" disabled={busy || day === ""} onClick={() => void go()}>
          Send {view.horse} home
        </Button>
      </div>
      <Trouble problem={problem} />
    </section>
  );
}
