import { causeOf } from "#core/intake/causes.ts";
import type { RankedCause, WeighedCause } from "#core/intake/findings.ts";
import { RUNGS, type WalkStep } from "#core/intake/instrument.ts";
import { Tag } from "#ui/kit/parts.tsx";
import { listed } from "#ui/words/figures.ts";
import { HELD_WORK, sayEvidence, sayWho, URGENCY } from "#ui/words/findings.ts";

const SHOWN = 6;
export const urgencyTone = (urgency: RankedCause["urgency"]) =>
  urgency === "now" ? "stop" : urgency === "watch" ? "tell" : "attend";

/** One sentence for equal evidence, however many rungs it was seen at. */
export const because = (evidence: RankedCause["for"], rungs: readonly WalkStep[] = RUNGS): string =>
  listed([...new Set(evidence.map((one) => sayEvidence(one, rungs)))].slice(0, 4));

/** Where to look for the reason of what was seen, likeliest first; who looks, how soon, and what waits. */
export function Findings({ weighed, rungs = RUNGS }: { weighed: WeighedCause; rungs?: readonly WalkStep[] }) {
  if (weighed.causes.length === 0) return <p className="text-dim">No signs that need a check.</p>;
  return (
    <>
      <ol className="grid gap-2">
        {weighed.causes.slice(0, SHOWN).map((one) => (
          <li
            key={one.cause}
            className={`border-l-4 pl-2 ${one.urgency === "now" ? "border-oxblood" : causeOf(one.cause).body ? "border-ochre" : "border-line"}`}
          >
            <strong>{causeOf(one.cause).words}</strong> <Tag tone={urgencyTone(one.urgency)}>{URGENCY[one.urgency]}</Tag>
            <br />
            Fits: {because(one.for, rungs)}.{one.against.length > 0 && ` Speaks against it: ${because(one.against, rungs)}.`}
            <br />
            <span className="text-dim">
              {sayWho(one.cause)}: {causeOf(one.cause).check}
              {causeOf(one.cause).body ? `; ${HELD_WORK[one.holds]}` : ""}.
            </span>
          </li>
        ))}
      </ol>
      {weighed.causes.length > SHOWN && (
        <p className="pt-1 text-sm text-dim">
          Less likely: {listed(weighed.causes.slice(SHOWN).map((one) => causeOf(one.cause).words.toLowerCase()))}.
        </p>
      )}
    </>
  );
}
