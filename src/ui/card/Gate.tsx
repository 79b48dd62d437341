/** The gate: one bar, open, half or shut, with its reasons as short lines. */

import type { SessionKind } from "#core/card/card.ts";
import { type GateAnswer, type GateTick, RED_SIGNS, type RedSign } from "#core/gate/gate.ts";
import { INPUT, Picks } from "#ui/kit/parts.tsx";
import { GATE_STATE, sayGateAdvice, sayGateReason } from "#ui/words/gate.ts";
import { RED, TICK } from "#ui/words/labels.ts";

const ARM = { open: "M20 40L52 6", half: "M20 40L84 22", shut: "M20 40H92" } as const;
const TONE = {
  open: "stroke-rail text-rail border-rail",
  half: "stroke-ochre text-ochre border-ochre",
  shut: "stroke-oxblood text-oxblood border-oxblood",
} as const;

export function GateBar({ answer, kind }: { answer: GateAnswer; kind: SessionKind }) {
  return (
    <div role="status" className={`flex items-center gap-3 border-2 bg-paper p-2 ${TONE[answer.state]}`}>
      <svg viewBox="0 0 100 50" className="w-20 shrink-0" aria-hidden="true" fill="none" strokeWidth={5}>
        <path d="M20 48V30M96 48V34" />
        <path d={ARM[answer.state]} strokeWidth={7} />
      </svg>
      <div>
        <p className="sign text-xl">Gate: {GATE_STATE[answer.state].toLowerCase()}</p>
        <p className="text-ink">{sayGateAdvice(answer.state, kind)}</p>
      </div>
    </div>
  );
}

interface Props {
  readonly answer: GateAnswer;
  readonly kind: SessionKind;
  readonly asked: readonly GateTick[];
  readonly ticks: readonly GateTick[];
  readonly redSigns: readonly RedSign[];
  readonly override: { readonly may: boolean; readonly reason: string; onReason(reason: string): void; onTell(): void } | null;
  onTicks(ticks: GateTick[]): void;
  onRedSigns(signs: RedSign[]): void;
}

export function Gate({ answer, kind, asked, ticks, redSigns, override, onTicks, onRedSigns }: Props) {
  const shown = answer.reasons.filter((reason) => reason.code !== "not-ticked");
  const open = answer.reasons.length - shown.length;
  return (
    <section aria-labelledby="gate-title" className="grid gap-2">
      <h2 id="gate-title">The gate</h2>
      <GateBar answer={answer} kind={kind} />
      <ul className="ml-5 list-disc">
        {shown.map((reason) => (
          <li key={JSON.stringify(reason)}>
            {sayGateReason(reason)} <span className="text-dim">({reason.from})</span>
          </li>
        ))}
        {open > 0 && <li>{open} of the ticks below still open</li>}
        {answer.limits.map((reason) => (
          <li key={JSON.stringify(reason)}>
            Keep in mind: {sayGateReason(reason)} <span className="text-dim">({reason.from})</span>
          </li>
        ))}
      </ul>
      {kind !== "ground" && (
        <>
          <fieldset>
            <legend className="sign text-dim">On the ground, before anybody gets on</legend>
            <div className="grid grid-cols-2 gap-1">
              {asked.map((tick) => {
                const on = ticks.includes(tick);
                return (
                  <button
                    key={tick}
                    type="button"
                    aria-pressed={on}
                    onClick={() => onTicks(on ? ticks.filter((one) => one !== tick) : [...ticks, tick])}
                    className={`flex min-h-14 items-center gap-2 border px-2 text-left leading-tight ${on ? "border-rail bg-rail text-on-rail" : "border-line bg-paper"}`}
                  >
                    <span aria-hidden="true" className="text-xl">
                      {on ? "✓" : "○"}
                    </span>
                    {TICK[tick]}
                  </button>
                );
              })}
            </div>
          </fieldset>
          <Picks
            legend="Red signs: seen?"
            big
            options={RED_SIGNS.map((sign) => [sign, RED[sign]] as const)}
            value={redSigns}
            onChange={onRedSigns}
          />
          <p className="text-sm text-dim">Helmet and boots. Nobody alone with a green horse. Never over suspected pain.</p>
          {override && (
            <label className="sign block text-dim">
              {override.may
                ? "Override, with a reason that stays in the record and goes to the manager now"
                : "Only a manager, or a rider of grade 4 or 5, may override this gate"}
              <input
                className={`${INPUT} h-14 font-sans text-ink`}
                disabled={!override.may}
                maxLength={500}
                value={override.reason}
                onChange={(event) => override.onReason(event.target.value)}
                onBlur={() => override.reason.trim() !== "" && override.onTell()}
              />
            </label>
          )}
        </>
      )}
    </section>
  );
}
