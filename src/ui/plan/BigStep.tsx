/** The next big step: what is missing, or when and with whom it is proposed, and one tap that puts it on the sheet. */
import { useState } from "react";
import type { StepView } from "#contracts/views.plan.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { sayStep, sayStepLaid, sayStepMissing } from "#ui/words/steps.ts";

export function BigStep({ stay, step, mayWrite }: { stay: StayId; step: StepView; mayWrite: boolean }) {
  const [laid, setLaid] = useState(step.proposed?.laid ?? false);
  const { busy, problem, send } = useCommand();
  const { proposed } = step;
  const lay = async (): Promise<void> => {
    if (!proposed) return;
    const { day, rider, helper, place } = proposed;
    const input = { stay, skill: step.skill, day, rider: rider.id, helper: helper?.id ?? null, place: place.id };
    if ((await send("plan/lay-step", input)).ok) setLaid(true);
  };
  return (
    <section
      aria-labelledby="step-title"
      className={`my-3 border-l-4 px-3 py-2 ${step.state === "ready" ? "border-rail bg-rail-soft" : "border-line bg-paper"}`}
    >
      <h2 id="step-title">{sayStep(step)}</h2>
      {step.missing.length > 0 && <p>Still to come: {sayStepMissing(step.missing)}.</p>}
      {proposed && <p>{sayStepLaid(proposed, laid)}</p>}
      {step.state === "ready" && !proposed && (
        <p>Not in the plan yet: nobody with the right grade is free, or the term is nearly over.</p>
      )}
      {mayWrite && proposed && !laid && (
        <Button tone="main" disabled={busy} onClick={() => void lay()}>
          Put it on the sheet
        </Button>
      )}
      <Trouble problem={problem} />
    </section>
  );
}

/** By itself on a page. */
export function BigStepAlone(props: Parameters<typeof BigStep>[0]) {
  useAwake();
  return <BigStep {...props} />;
}
