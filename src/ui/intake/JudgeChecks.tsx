import type { JudgementFields } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { ClosedEvaluationView } from "#contracts/views.intake.ts";
import { orderOf } from "#core/check/check.ts";
import { causeOf } from "#core/intake/causes.ts";
import { HOLDS, type RankedCause, URGENCIES } from "#core/intake/findings.ts";
import { BARE_INPUT, Tag } from "#ui/kit/parts.tsx";
import { sayWaits } from "#ui/words/check.ts";
import { HELD_WORK, sayWho, URGENCY } from "#ui/words/findings.ts";
import { because, urgencyTone } from "./Findings.tsx";
import type { Change } from "./judging.ts";

const SHOWN = 8;
type Ordered = JudgementFields["checks"][number];

/** Places to look, likeliest first; what is ticked is ordered with the signature. */
export function JudgeChecks({
  view,
  judgement,
  change,
}: {
  view: ClosedEvaluationView;
  judgement: JudgementFields;
  change: Change;
}) {
  const { causes } = view.outcome.weighed;
  const put = (cause: string, next: Ordered | null): void =>
    change({ checks: [...judgement.checks.filter((one) => one.cause !== cause), ...(next ? [next] : [])] });
  return (
    <section aria-labelledby="judge-checks">
      <h2 id="judge-checks">Findings, and who should look</h2>
      {causes.length === 0 && <p className="text-dim">No signs that need a check.</p>}
      <ol className="grid gap-2">
        {causes.slice(0, SHOWN).map((one) => (
          <Row
            key={one.cause}
            one={one}
            view={view}
            order={judgement.checks.find((check) => check.cause === one.cause) ?? null}
            put={(next) => put(one.cause, next)}
          />
        ))}
      </ol>
      <p className="pt-1 text-sm text-dim">These are places to look, not diagnoses. Vet, dentist and farrier come first.</p>
    </section>
  );
}

function Row({
  one,
  view,
  order,
  put,
}: {
  one: RankedCause;
  view: ClosedEvaluationView;
  order: Ordered | null;
  put(next: Ordered | null): void;
}) {
  const cause = causeOf(one.cause);
  const asked = view.asked.includes(one.cause);
  const proposed = (): Ordered => {
    const { urgency, holds, skills } = orderOf(one, here().skills);
    return { cause: one.cause, urgency, holds, skills: [...skills] };
  };
  return (
    <li className={`border-l-4 pl-2 ${one.urgency === "now" ? "border-oxblood" : cause.body ? "border-ochre" : "border-line"}`}>
      <strong>{cause.words}</strong> <Tag tone={urgencyTone(one.urgency)}>{URGENCY[one.urgency]}</Tag>
      <p>
        Fits: {because(one.for, view.rungs)}.
        {one.against.length > 0 && ` Speaks against it: ${because(one.against, view.rungs)}.`}
      </p>
      <p className="text-dim">
        {sayWho(one.cause)}: {cause.check}
        {cause.body ? `; ${HELD_WORK[one.holds]}` : ""}.
      </p>
      {asked ? (
        <p>
          <Tag tone="tell">already ordered</Tag>
        </p>
      ) : (
        <div className="flex flex-wrap items-center gap-2">
          <label className="sign flex min-h-9 items-center gap-2">
            <input
              type="checkbox"
              className="size-5"
              checked={order !== null}
              onChange={(event) => put(event.target.checked ? proposed() : null)}
            />
            Order this check
          </label>
          {order && (
            <>
              <select
                aria-label={`${cause.words}: how soon`}
                className={`${BARE_INPUT} w-auto`}
                value={order.urgency}
                onChange={(event) => put({ ...order, urgency: event.target.value as Ordered["urgency"] })}
              >
                {URGENCIES.map((urgency) => (
                  <option key={urgency} value={urgency}>
                    {URGENCY[urgency]}
                  </option>
                ))}
              </select>
              <select
                aria-label={`${cause.words}: what waits`}
                className={`${BARE_INPUT} w-auto max-w-full`}
                value={order.holds}
                onChange={(event) => put({ ...order, holds: event.target.value as Ordered["holds"] })}
              >
                {HOLDS.map((holds) => (
                  <option key={holds} value={holds}>
                    {sayWaits(holds, order.skills)}
                  </option>
                ))}
              </select>
            </>
          )}
        </div>
      )}
    </li>
  );
}
