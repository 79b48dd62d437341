import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { Controller, useForm } from "react-hook-form";
import { EditPolicies, type PolicyFields } from "#contracts/barn.ts";
import type { BarnView } from "#contracts/views.barn.ts";
import { type LocalDate, sayDateWithYear, WEEKDAYS } from "#core/calendar/local-date.ts";
import { CUES } from "#core/card/cues.ts";
import { type Measurable, UNIT_SYSTEMS } from "#core/kernel/units.ts";
import { OWED_POLICIES } from "#core/report/facts.ts";
import { USUAL_LIMITS, type WorkLimits } from "#core/weather/work-limits.ts";
import { type Lines, useFormConflict } from "#ui/kit/form-conflict.tsx";
import { Check, dialIn, Measured, Select, Text } from "#ui/kit/form-fields.tsx";
import { BARE_INPUT, Button, Picks, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { listed, minutesAsClock, plural, weekdays } from "#ui/words/figures.ts";
import { GEAR_PLACE } from "#ui/words/gear-places.ts";
import { CUE, HOLD, WEEKDAY } from "#ui/words/labels.ts";
import { OWED, UNITS } from "#ui/words/labels-desk.ts";
import { sayTemperature, sayWind } from "#ui/words/units.ts";
import { GearField } from "./GearField.tsx";

const yesNo = (x: boolean): string => (x ? "stops the clock" : "the clock runs on");
const LIMITS: readonly (readonly [keyof WorkLimits, string])[] = [
  ["heatLighter", "Lighter work above heat"],
  ["heatShort", "Short sessions above heat"],
  ["heatMinutes", "A short session is, minutes"],
  ["heatNone", "No work above heat"],
  ["windGroundFirst", "Ground work first above wind"],
  ["windNone", "No first rides above wind"],
  ["coldFast", "No fast work below"],
  ["weightAgeing", "Remind to weigh after, days"],
  ["weightAgeingYoung", "The same for horses under four, days"],
  ["weightOld", "No riding without a new weight after, days"],
  ["noWeightUnder", "Nothing on the back under age, years"],
  ["noRiderUnder", "No rider without a signed evaluation under age, years"],
];
const ON_DIALS: Readonly<Partial<Record<keyof WorkLimits, Measurable>>> = {
  windGroundFirst: "wind",
  windNone: "wind",
  coldFast: "temperature",
};
const figureIn = (key: keyof WorkLimits, kept: number): string =>
  ON_DIALS[key] === "wind" ? sayWind(kept) : ON_DIALS[key] === "temperature" ? sayTemperature(kept) : String(kept);
const halfHours = (from: number, to: number): readonly (readonly [number, string])[] =>
  Array.from({ length: 2 * (to - from) + 1 }, (_, i) => [60 * from + 30 * i, minutesAsClock(60 * from + 30 * i)] as const);
const LINES: Lines<PolicyFields> = {
  name: ["Name", (x) => x],
  firstDayIs: ["Day of arrival", (x) => (x === 1 ? "is day 1" : "does not count")],
  restDays: ["Rest days", (x) => weekdays(x) || "none"],
  holidays: ["Holidays", (x) => listed(x.map(sayDateWithYear)) || "none"],
  holdVet: ["Hold by the vet", yesNo],
  holdInjury: ["Hold for an injury", yesNo],
  holdOwner: ["Hold by the owner", yesNo],
  holdWeather: ["Hold for weather", yesNo],
  units: ["Units", (x) => UNITS[x]],
  stalls: ["Stalls", (x) => String(x)],
  owedPolicy: ["Sessions owed at the end are made up", (x) => OWED[x]],
  idleHours: ["Sign out after (hours without use)", (x) => plural(x, "hour")],
  weeklyAfter: ["First weekly update", (x) => `after ${plural(x, "day")} here`],
  mediaMb: ["Space for photos and clips", (x) => `${x} MB`],
  workLimits: [
    "Heat, wind, cold and old weights",
    (x) => LIMITS.map(([key, words]) => `${words}: ${figureIn(key, x[key])}`).join(" · "),
  ],
  day: ["The day", (x) => `${minutesAsClock(x.dayFrom)} to ${minutesAsClock(x.dayTo)}, by ${x.dayStep} minutes`],
  gear: ["Barn's own gear", (x) => listed(x.map(({ place, words }) => `${GEAR_PLACE[place]}: ${words}`)) || "none"],
  cues: ["Cues", (x) => CUES.map((cue) => x[cue]).join(" · ")],
};

function Holidays({ value, onChange }: { value: readonly LocalDate[]; onChange(next: LocalDate[]): void }) {
  const [day, setDay] = useState("");
  const add = (): void => {
    if (day !== "" && !value.includes(day as LocalDate)) onChange([...value, day as LocalDate].sort());
    setDay("");
  };
  return (
    <fieldset>
      <legend className="sign text-dim">Holidays: no horse is worked</legend>
      <div className="flex flex-wrap items-center gap-1">
        {value.map((holiday) => (
          <Button
            key={holiday}
            aria-label={`${sayDateWithYear(holiday)} ×: remove`}
            onClick={() => onChange(value.filter((other) => other !== holiday))}
          >
            {sayDateWithYear(holiday)} ×
          </Button>
        ))}
        <input
          type="date"
          aria-label="A holiday"
          className={`${BARE_INPUT} w-auto`}
          value={day}
          onChange={(event) => setDay(event.target.value)}
        />
        <Button onClick={add} disabled={day === ""}>
          Add the holiday
        </Button>
      </div>
    </fieldset>
  );
}

/** Rules that the arithmetic of every term rests on. */
export function PolicyForm({ view }: { view: BarnView }) {
  const form = useForm<EditPolicies, unknown, EditPolicies>({
    resolver: zodResolver(EditPolicies),
    defaultValues: { version: view.version, policies: view.policies },
  });
  const { busy, problem, send } = useCommand();
  const [saved, setSaved] = useState(false);
  const save = form.handleSubmit(async (values) => {
    const answer = await send<{ version: number }>("barn/edit-policies", values);
    setSaved(answer.ok);
    if (answer.ok) form.reset({ ...values, version: answer.value.version });
    else if (answer.problem.code === "changed-meanwhile")
      conflict.meet(answer.problem.current as PolicyFields & { version: number });
  });
  form.watch();
  const conflict = useFormConflict<EditPolicies, PolicyFields>({
    form,
    lines: LINES,
    pathOf: (key) => `policies.${key}` as "policies.name",
    mine: () => form.getValues("policies"),
    save: () => void save(),
  });
  const holds = [
    ["holdVet", HOLD.vet],
    ["holdInjury", HOLD.injury],
    ["holdOwner", HOLD.owner],
    ["holdWeather", HOLD.weather],
  ] as const;
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-4">
      <div className="grid gap-3 md:grid-cols-3">
        <Text form={form} name="policies.name" label="Name of the barn" />
        <Select
          form={form}
          name="policies.firstDayIs"
          number
          label="Day of arrival"
          options={[
            [1, "Is day 1 of the term"],
            [0, "Does not count"],
          ]}
        />
        <Select
          form={form}
          name="policies.units"
          label="Units"
          options={UNIT_SYSTEMS.map((one) => [one, UNITS[one]] as const)}
          hint={`The barn's time zone is ${view.timeZone}.`}
        />
      </div>
      <div className="grid gap-4 md:grid-cols-2">
        <Text form={form} name="policies.stalls" kind="number" label="Stalls: how many horses fit" />
        <Select
          form={form}
          name="policies.owedPolicy"
          label="Sessions owed at the end are made up"
          options={OWED_POLICIES.map((one) => [one, OWED[one]] as const)}
          hint="Every final report says this."
        />
        <Text
          form={form}
          name="policies.idleHours"
          kind="number"
          label="Sign out after (hours without use)"
          hint="After that, a phone asks for the password. Nothing saved on it is lost."
        />
        <Text
          form={form}
          name="policies.mediaMb"
          kind="number"
          label="Space for photos and clips, MB"
          hint={`${view.media.count} take ${Math.ceil(view.media.bytes / (1024 * 1024))} MB. What doesn't fit stays on the phone.`}
        />
        <Text
          form={form}
          name="policies.weeklyAfter"
          kind="number"
          label="Days here before the first weekly update"
          hint="1 to 7. A horse that came later in the week gets its first update a week later, for both weeks."
        />
      </div>
      <div className="grid gap-3 md:grid-cols-3">
        <Select form={form} name="policies.day.dayFrom" number label="The day begins" options={halfHours(5, 12)} />
        <Select
          form={form}
          name="policies.day.dayTo"
          number
          label="The day ends"
          options={halfHours(12, 21)}
          hint="Cards outside these hours stay and are marked."
        />
        <Select
          form={form}
          name="policies.day.dayStep"
          number
          label="Session times step by"
          options={[
            [30, "30 minutes"],
            [15, "15 minutes"],
          ]}
        />
      </div>
      <fieldset className="grid gap-3 sm:grid-cols-2 md:grid-cols-4">
        <legend className="sign text-dim">
          Heat (°F + humidity %), wind, cold, age and old weights. The standard values are common practice; change them to your
          own judgment
        </legend>
        {LIMITS.map(([key, words]) => {
          const field = { form, name: `policies.workLimits.${key}`, label: words } as const;
          const [what, hint] = [ON_DIALS[key], `Standard: ${figureIn(key, USUAL_LIMITS[key])}`];
          return what ? (
            <Measured key={key} {...field} hint={hint} by={dialIn(what)} />
          ) : (
            <Text key={key} {...field} hint={hint} kind="number" />
          );
        })}
      </fieldset>
      <Controller
        control={form.control}
        name="policies.restDays"
        render={({ field }) => (
          <Picks
            legend="Rest days: no horse is worked"
            options={WEEKDAYS.map((day) => [String(day), WEEKDAY[day]] as const)}
            value={field.value.map(String)}
            onChange={(days) => field.onChange(days.map(Number).sort((a, b) => a - b))}
          />
        )}
      />
      <Controller
        control={form.control}
        name="policies.holidays"
        render={({ field }) => <Holidays value={field.value} onChange={field.onChange} />}
      />
      <Controller
        control={form.control}
        name="policies.gear"
        render={({ field }) => <GearField value={field.value} onChange={field.onChange} />}
      />
      <fieldset>
        <legend className="sign text-dim">Holds that stop the clock (each hold can say otherwise)</legend>
        <div className="flex flex-wrap gap-x-6">
          {holds.map(([name, words]) => (
            <Check key={name} form={form} name={`policies.${name}`} label={words} />
          ))}
        </div>
      </fieldset>
      <fieldset>
        <legend className="sign text-dim">Voice cues: every rider uses the same word for the same thing</legend>
        <div className="grid grid-cols-2 gap-3 md:grid-cols-5">
          {CUES.map((cue) => (
            <Text key={cue} form={form} name={`policies.cues.${cue}`} label={CUE[cue]} />
          ))}
        </div>
      </fieldset>
      {conflict.panel}
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      <div className="flex items-center gap-3">
        <Button type="submit" tone="main" disabled={busy}>
          Save the barn's rules
        </Button>
        <span role="status" className="text-dim">
          {form.formState.isDirty ? "Not saved yet. Saving recalculates every open term." : saved ? "Saved" : ""}
        </span>
      </div>
    </form>
  );
}
