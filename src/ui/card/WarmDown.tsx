/** Pulse and breathing after work: typed, counted for fifteen seconds, or read from the strap; with the limits, and what to do when they are passed. */

import { useEffect, useState } from "react";
import type { StrapReading } from "#contracts/tools.ts";
import { type PulseReading, RECOVERED_PULSE, RECOVERS_WITHIN, readWarmDown } from "#core/card/warm-down.ts";
import { Button, Choice, Stepper } from "#ui/kit/parts.tsx";
import { sayWarmDown } from "#ui/words/incident.ts";
import { sayReading } from "#ui/words/record.ts";
import { inWords, t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

const MINUTES: readonly number[] = [0, 5, 10, 15];
const ADVICE = inWords({
  none: "",
  wait: "Keep walking, then take it again.",
  well: "✓ Recovered.",
  tell: "■ Stop. Walk or stand in the shade and tell the manager. Call the vet if the horse is lame, colicky or still hot.",
} as const);
/** A first guess that thumbs step from. */
const USUAL = { pulse: 60, breaths: 24 } as const;

export function WarmDown({ draft, put, tell }: Part) {
  const [minute, setMinute] = useState<number>(0);
  const [strap, setStrap] = useState("");
  const { state, reasons } = readWarmDown(draft.readings);
  const here = draft.readings.find((one) => one.minute === minute) ?? { minute, pulse: null, breaths: null };
  const take = (part: Partial<PulseReading>): void => {
    const next = { ...here, ...part };
    const readings = [...draft.readings.filter((one) => one.minute !== minute), next].sort((a, b) => a.minute - b.minute);
    put({ readings });
  };
  // The office hears once the reading has been left alone for a moment, not with every step of a thumb.
  useEffect(() => {
    if (state !== "tell") return;
    const wait = setTimeout(() => tell({ what: "warm-down", readings: [...draft.readings] }), 1500);
    return () => clearTimeout(wait);
  }, [state, draft.readings, tell]);
  const readStrap = async (): Promise<void> => {
    const answer = await fetch("/api/strap").catch(() => null);
    // The server has looked at what the strap said.
    const told = answer?.ok ? ((await answer.json()) as StrapReading) : null;
    if (told?.contact && told.pulse !== null) {
      take({ pulse: told.pulse });
      setStrap(t("The strap says {pulse}.", { pulse: told.pulse }));
    } else
      setStrap(told ? t("The strap has no contact. Wet it and press it on.") : t("The strap does not answer. Count by hand."));
  };
  return (
    <section aria-labelledby="down-title">
      <h2 id="down-title">{t("Cool-down")}</h2>
      <p className="text-dim">
        {t("Pulse under {pulse} within {minutes} minutes. Breathing must be slower than the pulse.", {
          pulse: RECOVERED_PULSE,
          minutes: RECOVERS_WITHIN,
        })}
      </p>
      <Choice<number>
        name="down-minute"
        legend={t("Minutes after the work ended")}
        big
        options={MINUTES.map((one) => [one, String(one)] as const)}
        value={minute}
        onChange={setMinute}
      />
      <div className="grid grid-cols-2 gap-3 pt-1">
        {(["pulse", "breaths"] as const).map((what) => (
          <Stepper
            key={what}
            id={`down-${what}`}
            label={what === "pulse" ? t("Pulse") : t("Breaths")}
            unit={t("a minute")}
            step={4}
            min={0}
            max={what === "pulse" ? 250 : 200}
            value={here[what]}
            from={USUAL[what]}
            onChange={(value) => take({ [what]: value })}
          />
        ))}
      </div>
      <div className="flex flex-wrap items-center gap-2 pt-2">
        <Button big onClick={() => void readStrap()}>
          {t("Read the strap")}
        </Button>
        {draft.readings.length > 0 && (
          <Button big onClick={() => put({ readings: draft.readings.filter((one) => one.minute !== minute) })}>
            {t("Remove this reading")}
          </Button>
        )}
        <span role="status">{strap}</span>
      </div>
      {draft.readings.length > 0 && <p className="pt-1">{draft.readings.map(sayReading).join("; ")}</p>}
      <div role="status">
        {state !== "none" && (
          <p className={state === "tell" ? "border-l-4 border-oxblood bg-oxblood-soft px-3 py-2 text-oxblood" : ""}>
            {reasons.map(sayWarmDown).join(" ")} {ADVICE[state]}
          </p>
        )}
      </div>
    </section>
  );
}
