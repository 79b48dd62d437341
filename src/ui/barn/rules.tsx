/** The rules of the barn, each as a sentence with the fields that change it. */
import { type ReactNode, useState } from "react";
import { Controller } from "react-hook-form";
import type { EditPolicies, PolicyFields } from "#contracts/barn.ts";
import type { BarnView } from "#contracts/views.barn.ts";
import { type LocalDate, sayDateWithYear, WEEKDAYS } from "#core/calendar/local-date.ts";
import { CUES } from "#core/card/cues.ts";
import { type Measurable, UNIT_SYSTEMS } from "#core/kernel/units.ts";
import { OWED_POLICIES } from "#core/report/facts.ts";
import { USUAL_LIMITS, type WorkLimits } from "#core/weather/work-limits.ts";
import { type Lines } from "#ui/kit/form-conflict.tsx";
import { Check, type Form, Select, Text } from "#ui/kit/form-fields.tsx";
import { dialIn, Measured } from "#ui/kit/Measured.tsx";
import { BARE_INPUT, Button, Picks } from "#ui/kit/parts.tsx";
import { inner, listed, minutesAsClock, plural, weekdays } from "#ui/words/figures.ts";
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

export interface Rule {
  readonly id: string;
  readonly label: string;
  readonly say: (policies: PolicyFields) => string;
  readonly fields: (form: Form<EditPolicies>) => ReactNode;
}
export interface RuleGroup {
  readonly title: string;
  /** What follows once one of them is saved. */
  readonly touches: string;
  readonly rules: readonly Rule[];
}
const limitRule = (id: string, label: string, keys: readonly (keyof WorkLimits)[], say: (x: WorkLimits) => string): Rule => ({
  id,
  label,
  say: ({ workLimits }) => say(workLimits),
  fields: (form) =>
    LIMITS.filter(([key]) => keys.includes(key)).map(([key, words]) => {
      const field = { form, name: `policies.workLimits.${key}`, label: words } as const;
      const [what, hint] = [ON_DIALS[key], `Standard: ${figureIn(key, USUAL_LIMITS[key])}`];
      return what ? (
        <Measured key={key} {...field} hint={hint} by={dialIn(what)} />
      ) : (
        <Text key={key} {...field} hint={hint} kind="number" />
      );
    }),
});
const HOLDS = [
  ["holdVet", HOLD.vet],
  ["holdInjury", HOLD.injury],
  ["holdOwner", HOLD.owner],
  ["holdWeather", HOLD.weather],
] as const;
const TERMS = "Saving recalculates every open term.";
export const groupsOf = (view: BarnView): readonly RuleGroup[] => [
  {
    title: "The barn",
    touches: "Saving changes what every page and letter says from now on.",
    rules: [
      {
        id: "name",
        label: "Name",
        say: ({ name }) => `The barn is called ${name}. Its clock is ${view.timeZone}.`,
        fields: (form) => <Text form={form} name="policies.name" label="Name of the barn" />,
      },
      {
        id: "phone",
        label: "Telephone",
        say: ({ phone }) => (phone ? `Owners call ${phone}.` : "Owners are given no number to call."),
        fields: (form) => <Text form={form} name="policies.phone" kind="tel" label="Telephone for owners" hint="Empty: none" />,
      },
      {
        id: "units",
        label: "Units",
        say: ({ units }) => `Measured in: ${inner(UNITS[units])}.`,
        fields: (form) => (
          <Select
            form={form}
            name="policies.units"
            label="Units"
            options={UNIT_SYSTEMS.map((one) => [one, UNITS[one]] as const)}
          />
        ),
      },
      {
        id: "stalls",
        label: "Stalls",
        say: ({ stalls }) => `${plural(stalls, "horse")} fit in.`,
        fields: (form) => <Text form={form} name="policies.stalls" kind="number" label="Stalls: how many horses fit" />,
      },
    ],
  },
  {
    title: "Days and terms",
    touches: TERMS,
    rules: [
      {
        id: "arrival",
        label: "Day of arrival",
        say: ({ firstDayIs }) =>
          firstDayIs === 1
            ? "Day 1 of a term is the day of arrival."
            : "The day of arrival does not count: day 1 is the day after.",
        fields: (form) => (
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
        ),
      },
      {
        id: "rest",
        label: "Rest days",
        say: ({ restDays }) =>
          restDays.length > 0 ? `No horse is worked on ${weekdays(restDays)}.` : "Every weekday is worked.",
        fields: (form) => (
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
        ),
      },
      {
        id: "holidays",
        label: "Holidays",
        say: ({ holidays }) =>
          holidays.length > 0 ? `Holidays, with no work: ${listed(holidays.map(sayDateWithYear))}.` : "No holidays are set.",
        fields: (form) => (
          <Controller
            control={form.control}
            name="policies.holidays"
            render={({ field }) => <Holidays value={field.value} onChange={field.onChange} />}
          />
        ),
      },
      {
        id: "holds",
        label: "Holds",
        say: (policies) => {
          const stops = HOLDS.filter(([key]) => policies[key]).map(([, words]) => inner(words));
          return stops.length > 0
            ? `These holds stop the clock of a term: ${listed(stops)}. Each hold can say otherwise.`
            : "No hold stops the clock of a term. Each hold can say otherwise.";
        },
        fields: (form) => (
          <fieldset className="sm:col-span-2">
            <legend className="sign text-dim">Holds that stop the clock</legend>
            <div className="flex flex-wrap gap-x-6">
              {HOLDS.map(([name, words]) => (
                <Check key={name} form={form} name={`policies.${name}`} label={words} />
              ))}
            </div>
          </fieldset>
        ),
      },
      {
        id: "owed",
        label: "Sessions owed",
        say: ({ owedPolicy }) => `Sessions owed at the end are made up ${OWED[owedPolicy]}. Every final report says this.`,
        fields: (form) => (
          <Select
            form={form}
            name="policies.owedPolicy"
            label="Sessions owed at the end are made up"
            options={OWED_POLICIES.map((one) => [one, OWED[one]] as const)}
          />
        ),
      },
      {
        id: "weekly",
        label: "Weekly update",
        say: ({ weeklyAfter }) =>
          `A horse gets its first weekly update after ${plural(weeklyAfter, "day")} here; one that came later in the week, a week later for both.`,
        fields: (form) => (
          <Text
            form={form}
            name="policies.weeklyAfter"
            kind="number"
            label="Days here before the first weekly update"
            hint="1 to 7"
          />
        ),
      },
    ],
  },
  {
    title: "The day",
    touches: "Sessions outside the new hours stay on the sheet and are marked.",
    rules: [
      {
        id: "hours",
        label: "Hours",
        say: ({ day }) =>
          `The day runs from ${minutesAsClock(day.dayFrom)} to ${minutesAsClock(day.dayTo)}; sessions begin every ${day.dayStep} minutes.`,
        fields: (form) => (
          <>
            <Select form={form} name="policies.day.dayFrom" number label="The day begins" options={halfHours(5, 12)} />
            <Select form={form} name="policies.day.dayTo" number label="The day ends" options={halfHours(12, 21)} />
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
          </>
        ),
      },
    ],
  },
  {
    title: "Weather, age and weight",
    touches:
      "Saving changes what the day sheet, the cards and the gate allow from now on. The standard values are common practice; use your own judgment.",
    rules: [
      limitRule(
        "heat",
        "Heat",
        ["heatLighter", "heatShort", "heatMinutes", "heatNone"],
        (x) =>
          `Heat is °F plus humidity in %. Above ${x.heatLighter} lighter work, above ${x.heatShort} at most ${x.heatMinutes} minutes, above ${x.heatNone} none.`,
      ),
      limitRule(
        "wind",
        "Wind",
        ["windGroundFirst", "windNone"],
        (x) => `Above ${sayWind(x.windGroundFirst)} wind, ground work first. Above ${sayWind(x.windNone)}, no first rides.`,
      ),
      limitRule("cold", "Cold", ["coldFast"], (x) => `Below ${sayTemperature(x.coldFast)}, no fast work.`),
      limitRule(
        "weights",
        "Old weights",
        ["weightAgeing", "weightAgeingYoung", "weightOld"],
        (x) =>
          `Weigh again after ${plural(x.weightAgeing, "day")}, under four years after ${x.weightAgeingYoung}. After ${plural(x.weightOld, "day")} without a weight nobody rides.`,
      ),
      limitRule(
        "ages",
        "Age",
        ["noWeightUnder", "noRiderUnder"],
        (x) =>
          `Nothing on the back under ${plural(x.noWeightUnder, "year")}. No rider under ${plural(x.noRiderUnder, "year")} without a signed evaluation.`,
      ),
    ],
  },
  {
    title: "Cues, gear and phones",
    touches: "Riders see it on the next card they open.",
    rules: [
      {
        id: "cues",
        label: "Cues",
        say: ({ cues }) => `Every rider says the same: ${listed(CUES.map((cue) => `“${cues[cue]}”`))}.`,
        fields: (form) => CUES.map((cue) => <Text key={cue} form={form} name={`policies.cues.${cue}`} label={CUE[cue]} />),
      },
      {
        id: "gear",
        label: "Your own gear",
        say: ({ gear }) =>
          gear.length > 0
            ? `Gear of your own on the cards: ${listed(gear.map(({ words }) => words))}.`
            : "The cards offer the usual gear and nothing of your own.",
        fields: (form) => (
          <Controller
            control={form.control}
            name="policies.gear"
            render={({ field }) => <GearField value={field.value} onChange={field.onChange} />}
          />
        ),
      },
      {
        id: "sign-out",
        label: "Signing out",
        say: ({ idleHours }) =>
          `A phone asks for the password after ${plural(idleHours, "hour")} without use. Nothing saved on it is lost.`,
        fields: (form) => <Text form={form} name="policies.idleHours" kind="number" label="Sign out after (hours without use)" />,
      },
      {
        id: "media",
        label: "Photos and clips",
        say: ({ mediaMb }) =>
          `Photos and clips may take ${mediaMb} MB; ${view.media.count} take ${Math.ceil(view.media.bytes / (1024 * 1024))} MB. What does not fit stays on the phone.`,
        fields: (form) => <Text form={form} name="policies.mediaMb" kind="number" label="Space for photos and clips, MB" />,
      },
    ],
  },
];

/** How each rule reads where two versions stand side by side. */
export const LINES: Lines<PolicyFields> = {
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
  phone: ["Telephone", (x) => x || "not given"],
  workLimits: [
    "Heat, wind, cold and old weights",
    (x) => LIMITS.map(([key, words]) => `${words}: ${figureIn(key, x[key])}`).join(" · "),
  ],
  day: ["The day", (x) => `${minutesAsClock(x.dayFrom)} to ${minutesAsClock(x.dayTo)}, by ${x.dayStep} minutes`],
  gear: ["Barn's own gear", (x) => listed(x.map(({ place, words }) => `${GEAR_PLACE[place]}: ${words}`)) || "none"],
  cues: ["Cues", (x) => CUES.map((cue) => x[cue]).join(" · ")],
};
