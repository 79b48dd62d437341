import { useState } from "react";
import type { ClosedEvaluationView } from "#contracts/views.intake.ts";
import { Button } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { Judge } from "./Judge.tsx";
import { Outcome } from "./Outcome.tsx";
import { Signed } from "./Signed.tsx";

/** The outcome page's working part: to be signed, or signed and open to a change that is signed again. */
export function Desk({ view, who }: { view: ClosedEvaluationView; who: string }) {
  useAwake();
  const last = view.signatures.at(-1);
  const [open, setOpen] = useState(!last && view.maySign);
  if (open) return <Judge view={view} who={who} />;
  return (
    <div className="grid content-start gap-6 lg:grid-cols-2">
      <div className="grid content-start gap-4">
        {last ? (
          <Signed signature={last} />
        ) : (
          <p className="text-dim">The horse has gone home. Nobody signed off this evaluation.</p>
        )}
        {view.maySign && (
          <div>
            <Button onClick={() => setOpen(true)}>Change the sign-off</Button>
          </div>
        )}
      </div>
      <Outcome outcome={view.outcome} risk={view.outcome.risk} riskSet={false} hard={view.hard} apart={[]} rungs={view.rungs} />
    </div>
  );
}
