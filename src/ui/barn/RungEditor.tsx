import { useId } from "react";
import type { WalkStep } from "#core/intake/instrument.ts";
import { SIGNS } from "#core/intake/signs.ts";
import { Field, INPUT, Picks } from "#ui/kit/parts.tsx";
import { SkillPicks } from "#ui/kit/SkillPicks.tsx";

/** What one rung asks, scores and watches for. Whether a skill has two sides is the ladder's matter. */
export function RungEditor({
  rung,
  rungs,
  onChange,
}: {
  rung: WalkStep;
  rungs: readonly WalkStep[];
  onChange(next: WalkStep): void;
}) {
  const base = useId();
  const text = (name: "words" | "prompt" | "stopWhen" | "caution", label: string, max: number, rows: number) => {
    const value = rung[name] ?? "";
    const set = (next: string): void =>
      onChange({ ...rung, [name]: next === "" && (name === "stopWhen" || name === "caution") ? null : next });
    const id = `${base}-${name}`;
    return (
      <Field id={id} label={label}>
        {rows > 1 ? (
          <textarea
            id={id}
            rows={rows}
            maxLength={max}
            className={INPUT}
            value={value}
            onChange={(event) => set(event.target.value)}
          />
        ) : (
          <input id={id} maxLength={max} className={INPUT} value={value} onChange={(event) => set(event.target.value)} />
        )}
      </Field>
    );
  };
  return (
    <div className="grid gap-3 border-2 border-rail p-3">
      {text("words", "Name", 60, 1)}
      {text("prompt", "What to look at", 600, 2)}
      <div className="grid gap-3 md:grid-cols-2">
        {text("stopWhen", "Stop when", 200, 1)}
        {text("caution", "Caution shown at this step", 300, 1)}
      </div>
      <SkillPicks
        legend="Skills scored here"
        add={`Add a skill to ${rung.words}`}
        value={rung.skills}
        taken={rungs.flatMap((one) => one.skills)}
        onChange={(skills) => onChange({ ...rung, skills })}
      />
      <Picks
        legend="Signs listed first"
        options={SIGNS.map((sign) => [sign.id, sign.words] as const)}
        value={rung.signs}
        onChange={(signs) => onChange({ ...rung, signs })}
      />
    </div>
  );
}
