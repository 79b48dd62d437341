import { useState } from "react";
import type { HorseChecksView } from "#contracts/views.check.ts";
import { Findings } from "#ui/intake/Findings.tsx";
import { Button } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { CheckItem } from "./CheckItem.tsx";
import { OrderCheckForm } from "./OrderCheck.tsx";
import { Trials } from "./Trials.tsx";

/** One horse's checks and trials, beside what its signs say with them in mind. */
export function HorseChecks({ view }: { view: HorseChecksView }) {
  useAwake();
  const [ordering, setOrdering] = useState(false);
  return (
    <div className="grid gap-8 lg:grid-cols-[minmax(0,1fr)_26rem]">
      <div className="grid min-w-0 content-start gap-6">
        <section aria-labelledby="checks-title" className="grid gap-3">
          <h2 id="checks-title">Checks</h2>
          {view.mayWrite && (
            <div>
              <Button tone="main" aria-expanded={ordering} onClick={() => setOrdering(!ordering)}>
                Order a check
              </Button>
            </div>
          )}
          {ordering && <OrderCheckForm view={view} stay={view.stay} />}
          {view.checks.length === 0 && <p className="text-dim">No checks for this horse yet.</p>}
          <ul className="grid gap-3">
            {view.checks.map((check) => (
              <CheckItem key={check.id} check={check} today={view.today} mayWrite={view.mayWrite} named={false} />
            ))}
          </ul>
        </section>
        <Trials view={view} />
      </div>
      <section aria-labelledby="signs-say">
        <h2 id="signs-say">Possible causes of the signs seen</h2>
        {view.weighed ? <Findings weighed={view.weighed} /> : <p className="text-dim">Not evaluated yet.</p>}
        <p className="pt-1 text-sm text-dim">
          From the last evaluation, the sessions since, and checks and tack trials. These are places to look, not diagnoses. Vet,
          dentist and farrier come first.
        </p>
      </section>
    </div>
  );
}
