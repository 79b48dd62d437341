import { zodResolver } from "@hookform/resolvers/zod";
import { Controller, type FieldValues, type Path, useForm } from "react-hook-form";
import { AddPerson, EditPerson, type PersonFields, ROLES, USUAL_PERSON } from "#contracts/people.ts";
import type { PeopleView } from "#contracts/views.ts";
import { WEEKDAYS } from "#core/calendar/local-date.ts";
import { type Lines, useFormConflict } from "#ui/kit/form-conflict.tsx";
import { Check, Clock, type Form, Select, Text } from "#ui/kit/form-fields.tsx";
import { dialIn, Measured } from "#ui/kit/Measured.tsx";
import { Button, Picks, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { minutesAsClock, weekdays } from "#ui/words/figures.ts";
import { WEEKDAY } from "#ui/words/labels.ts";
import { ROLE } from "#ui/words/labels-desk.ts";
import { sayWeight } from "#ui/words/units.ts";

/** `person` is where the fields stand within the form. */
function PersonFieldset<T extends FieldValues & { person: PersonFields }>({ form }: { form: Form<T> }) {
  const path = (name: keyof PersonFields) => `person.${name}` as Path<T>;
  return (
    <div className="grid gap-3 sm:grid-cols-4">
      <Text form={form} name={path("name")} label="Name" />
      <Select form={form} name={path("role")} label="Role" options={ROLES.map((role) => [role, ROLE[role]] as const)} />
      <Select
        form={form}
        name={path("grade")}
        label="Grade"
        number
        options={[1, 2, 3, 4, 5].map((grade) => [grade, String(grade)] as const)}
        hint="The highest risk (1 to 5) this person may handle alone"
      />
      <Measured
        form={form}
        name={path("weightKg")}
        label="Weight with tack"
        by={dialIn("weight")}
        hint="Empty: not weighed, so no rides"
      />
      <Clock form={form} name={path("worksFrom")} label="Works from" />
      <Clock form={form} name={path("worksTo")} label="to" />
      <Text form={form} name={path("maxSaddle")} label="Most rides a day" kind="number" />
      <div className="self-end">
        <Check form={form} name={path("rides")} label="Rides" />
        <Check form={form} name={path("specialist")} label="May do specialist work" />
      </div>
      <Text form={form} name={path("lunchMinutes")} label="Break, minutes" kind="number" hint="0: none is kept free" />
      <Clock form={form} name={path("lunchFrom")} label="Break between" />
      <Clock form={form} name={path("lunchTo")} label="and" />
      <div className="sm:col-span-4">
        <Controller
          control={form.control}
          name={path("worksDays")}
          render={({ field }) => (
            <Picks
              legend="Works on"
              options={WEEKDAYS.map((day) => [String(day), WEEKDAY[day]] as const)}
              value={(field.value as number[]).map(String)}
              onChange={(days) => field.onChange(days.map(Number).sort((a, b) => a - b))}
            />
          )}
        />
      </div>
    </div>
  );
}

export function AddPersonForm() {
  const form = useForm<AddPerson, unknown, AddPerson>({
    resolver: zodResolver(AddPerson),
    defaultValues: { person: USUAL_PERSON, signIn: "", password: "" },
  });
  const { busy, problem, send } = useCommand();
  const add = form.handleSubmit(async (values) => {
    if ((await send("people/add", values)).ok) location.reload();
  });
  return (
    <form noValidate onSubmit={(event) => void add(event)} className="mt-3 grid gap-3 border-2 border-rail p-4">
      <PersonFieldset form={form} />
      <div className="grid gap-3 sm:grid-cols-4">
        <Text form={form} name="signIn" label="Sign-in name" hint="Small letters; stays the same" />
        <Text
          form={form}
          name="password"
          label="First password"
          kind="password"
          hint="At least 12 characters. They choose their own when they first sign in."
        />
      </div>
      <Trouble problem={problem} />
      <Button type="submit" tone="main" disabled={busy} className="justify-self-start">
        Add this person
      </Button>
    </form>
  );
}

type Shown = PeopleView["people"][number];
const LINES: Lines<PersonFields> = {
  name: ["Name", (x) => x],
  role: ["Role", (x) => ROLE[x]],
  grade: ["Grade", String],
  weightKg: ["Weight with tack", (x) => (x === null ? "not weighed" : sayWeight(x))],
  rides: ["Rides", (x) => (x ? "yes" : "no")],
  specialist: ["May do specialist work", (x) => (x ? "yes" : "no")],
  worksDays: ["Works on", (x) => weekdays(x)],
  worksFrom: ["Works from", minutesAsClock],
  worksTo: ["to", minutesAsClock],
  lunchFrom: ["Break between", minutesAsClock],
  lunchTo: ["and", minutesAsClock],
  lunchMinutes: ["Break, minutes", String],
  maxSaddle: ["Most rides a day", String],
};

export function EditPersonForm({
  person: { id, version, signIn: _signIn, retiredOn: _retiredOn, calendar: _calendar, ...person },
}: {
  person: Shown;
}) {
  const form = useForm<EditPerson, unknown, EditPerson>({
    resolver: zodResolver(EditPerson),
    defaultValues: { id, version, person },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    const answer = await send("people/edit", values);
    if (answer.ok) location.reload();
    else if (answer.problem.code === "changed-meanwhile")
      conflict.meet(answer.problem.current as PersonFields & { version: number });
  });
  form.watch("person");
  const conflict = useFormConflict<EditPerson, PersonFields>({
    form,
    lines: LINES,
    pathOf: (key) => `person.${key}`,
    mine: () => form.getValues("person"),
    save: () => void save(),
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-3">
      <PersonFieldset form={form} />
      {conflict.panel}
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      <Button type="submit" tone="main" disabled={busy} className="justify-self-start">
        Save the change
      </Button>
    </form>
  );
}
