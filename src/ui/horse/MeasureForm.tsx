/** What is measured between two evaluations, in two minutes: whatever was taken. */
import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { MeasureHorse, NOTHING_TAKEN } from "#contracts/stay.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { HorseClass } from "#core/horse/horse.ts";
import { type MeasuringDue, SADDLE_FITS } from "#core/horse/measuring.ts";
import { type LengthName, NOT_MEASURED, questionOf } from "#core/intake/measures.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { Select, Text } from "#ui/kit/form-fields.tsx";
import { lengthBy } from "#ui/kit/length-by.ts";
import { dialIn, Measured } from "#ui/kit/Measured.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { outer } from "#ui/words/figures.ts";
import { sayQuestion } from "#ui/words/intake.ts";
import { SADDLE_FIT, sayMeasuringDue } from "#ui/words/measuring.ts";

interface Props {
  readonly stay: StayId;
  readonly today: LocalDate;
  readonly horseClass: HorseClass;
  readonly bookedCm: number | null;
  readonly due: MeasuringDue | null;
}
const LENGTHS = [
  ["withersCm", "Withers"],
  ["croupCm", "Croup"],
  ["girthCm", "Heart girth"],
  ["lengthCm", "Body length"],
] as const satisfies readonly (readonly [LengthName, string])[];
const RESTING = [
  ["pulse", "Pulse at rest, a minute"],
  ["breaths", "Breaths at rest, a minute"],
] as const;

export function MeasureForm({ stay, today, horseClass, bookedCm, due }: Props) {
  useAwake();
  const [open, setOpen] = useState(false);
  const form = useForm<MeasureHorse, unknown, MeasureHorse>({
    resolver: zodResolver(MeasureHorse),
    defaultValues: { stay, day: today, ...NOTHING_TAKEN },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    if ((await send("stay/measure", values)).ok) location.reload();
  });
  const typed = form.watch();
  // A slip of the tape is asked about, never refused.
  const doubts = LENGTHS.flatMap(([name]) => {
    const cm = Number(typed[name]);
    if (typed[name] === null || !Number.isFinite(cm) || cm <= 0) return [];
    const measures = { ...NOT_MEASURED, withersCm: Number(typed.withersCm) || null, croupCm: Number(typed.croupCm) || null };
    const question = questionOf(name, { typed: cm, unit: "cm", centimetres: cm }, { horseClass, measures, bookedCm });
    // There is a field to type in, and no choice of what may have been meant.
    return question ? [sayQuestion(name, question.code === "unlikely" ? { ...question, meant: [] } : question)] : [];
  });
  if (!open)
    return (
      <div className="pt-1">
        {due && <p className="text-ochre">▲ {sayMeasuringDue(due)}</p>}
        <Button onClick={() => setOpen(true)}>Weigh and measure</Button>
      </div>
    );
  return (
    <form
      noValidate
      onSubmit={(event) => void save(event)}
      className="mt-1 grid gap-2 border-2 border-rail p-3 sm:grid-cols-2"
      aria-label="Measures"
    >
      <Text form={form} name="day" kind="date" label="Day" />
      <Measured form={form} name="scaleKg" label="On the scale" by={dialIn("weight")} hint="Or girth and length by tape" />
      {LENGTHS.map(([name, label]) => (
        <Measured key={name} form={form} name={name} label={label} by={lengthBy(name)} />
      ))}
      <Text form={form} name="condition" kind="number" label="Condition, 1 to 9" hint="Halves are fine: 5.5" />
      <Select
        form={form}
        name="saddleFit"
        register={form.register("saddleFit", { setValueAs: (value) => value || null })}
        label="Saddle"
        options={[["", "not checked"] as const, ...SADDLE_FITS.map((fit) => [fit, outer(SADDLE_FIT[fit])] as const)]}
      />
      {RESTING.map(([name, label]) => (
        <Text key={name} form={form} name={name} kind="number" label={label} />
      ))}
      <Measured form={form} name="temperatureC" label="Temperature" by={dialIn("temperature")} />
      <Text form={form} name="words" label="Note" />
      <div className="grid gap-2 sm:col-span-2">
        {doubts.map((words) => (
          <p key={words} className="text-ochre">
            ▲ {words}
          </p>
        ))}
        <Trouble problem={problem} />
        <Button type="submit" tone="main" className="justify-self-start" disabled={busy}>
          Save the measures
        </Button>
      </div>
    </form>
  );
}
