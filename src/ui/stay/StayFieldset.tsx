import type { ReactNode } from "react";
import type { FieldValues, Path } from "react-hook-form";
import { AFTER_LEVELS, type StayFields } from "#contracts/stay.ts";
import type { TermRules } from "#contracts/views.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import { COUNTINGS, TERM_LENGTHS } from "#core/calendar/term.ts";
import { KNOWN_DURINGS, LED_BYS } from "#core/card/card.ts";
import { KINDS } from "#core/horse/horse.ts";
import { type Form, Select, Several, Text } from "#ui/kit/form-fields.tsx";
import { DURING, LED_BY } from "#ui/words/labels.ts";
import { AFTER_LEVEL, COUNTING, KIND } from "#ui/words/labels-desk.ts";
import { TermPreview } from "./TermPreview.tsx";

const WHEN = KNOWN_DURINGS.map((one) => [one, DURING[one]] as const);
const BY = LED_BYS.map((one) => [one, LED_BY[one]] as const);

/** Aim, term and after-plan, shared by booking and by the terms of a stay; `at` is the path of the stay within the form. */
export function StayFieldset<T extends FieldValues>({
  form,
  at,
  rules,
  children,
}: {
  form: Form<T>;
  at: string;
  rules: TermRules;
  /** Below the owner's words. */
  children?: ReactNode;
}) {
  const path = (name: string) => `${at}.${name}` as Path<T>;
  const chosen: string = form.watch(path("method"));
  const method = rules.methods.find((one) => one.id === chosen);
  return (
    <>
      <fieldset className="grid content-start gap-3 sm:grid-cols-2">
        <legend className="sign pb-1 text-lg">The stay</legend>
        <div className="sm:col-span-2">
          <Text form={form} name={path("aim")} label="The owner's request, in their own words" rows={3} />
          <Text form={form} name={path("complaint")} label="Main problem: the one thing this horse was sent for" rows={2} />
          {String(form.watch(path("complaint")) ?? "").trim() !== "" && (
            <div className="grid gap-2 pt-2">
              <Several form={form} name={path("complaintDuring")} label="When it happens" options={WHEN} />
              <Several form={form} name={path("complaintLedBy")} label="What brings it on" options={BY} />
            </div>
          )}
          {children}
        </div>
        <Select
          form={form}
          name={path("kind")}
          label="Training level on arrival"
          options={KINDS.map((kind) => [kind, KIND[kind]] as const)}
        />
        <Select
          form={form}
          name={path("length")}
          label="Term"
          number
          options={TERM_LENGTHS.map((days) => [days, `${days} days`] as const)}
        />
        <Text form={form} name={path("firstDay")} label="First day" kind="date" />
        <Text form={form} name={path("sessionsAWeek")} label="Sessions a week" kind="number" hint="1 to 7" />
        {(String(form.watch(path("firstDay")) ?? "") < rules.today || Number(form.watch(path("givenBefore"))) > 0) && (
          <Text
            form={form}
            name={path("givenBefore")}
            label="Sessions done before today"
            kind="number"
            hint={`On paper, before ${sayDate(rules.givenUntil ?? rules.today)}. 0: all sessions are on cards here.`}
          />
        )}
        <Select
          form={form}
          name={path("counting")}
          label="The term counts"
          options={COUNTINGS.map((one) => [one, COUNTING[one]] as const)}
        />
        <Select
          form={form}
          name={path("method")}
          label="Method"
          options={rules.methods.filter(({ id, used }) => used || id === chosen).map((one) => [one.id, one.words] as const)}
          hint={method?.about ?? ""}
        />
        <TermPreview rules={rules} stay={form.watch(at as Path<T>) as Partial<StayFields>} />
      </fieldset>
      <fieldset className="grid content-start gap-3 sm:grid-cols-2">
        <legend className="sign pb-1 text-lg">Afterwards, at home</legend>
        <Text form={form} name={path("afterDays")} label="Days a week" kind="number" hint="0 to 7; empty: unknown" />
        <Select
          form={form}
          name={path("afterLevel")}
          label="The owner rides"
          options={AFTER_LEVELS.map((level) => [level, AFTER_LEVEL[level]] as const)}
        />
        <div className="sm:col-span-2">
          <Text form={form} name={path("afterWords")} label="Equipment, discipline, who helps" rows={2} />
        </div>
      </fieldset>
    </>
  );
}
