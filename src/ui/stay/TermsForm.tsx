import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { type Path, useForm } from "react-hook-form";
import { EditStay, type RiskSet, type StayFields } from "#contracts/stay.ts";
import type { TermsView } from "#contracts/views.ts";
import { type Lines, useFormConflict } from "#ui/kit/form-conflict.tsx";
import { Select } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { listed } from "#ui/words/figures.ts";
import { DURING, LED_BY } from "#ui/words/labels.ts";
import { AFTER_LEVEL, COUNTING, KIND } from "#ui/words/labels-desk.ts";
import { StayFieldset } from "./StayFieldset.tsx";

type Terms = StayFields & { readonly riskSet: RiskSet };
type Saved = Terms & { readonly version: number };

const linesOf = ({ rules }: TermsView): Lines<Terms> => ({
  aim: ["The owner's request", (x) => x],
  complaint: ["Main problem", (x) => x],
  complaintDuring: ["When it happens", (x) => listed(x.map((one) => DURING[one]))],
  complaintLedBy: ["What brings it on", (x) => listed(x.map((one) => LED_BY[one]))],
  kind: ["Training level on arrival", (x) => KIND[x]],
  length: ["Term", (x) => `${x} days`],
  firstDay: ["First day", (x) => x],
  sessionsAWeek: ["Sessions a week", String],
  givenBefore: ["Sessions done before today", String],
  counting: ["The term counts", (x) => COUNTING[x]],
  method: ["Method", (x) => rules.methods.find(({ id }) => id === x)?.words ?? x],
  afterDays: ["Days a week at home", (x) => (x === null ? "unknown" : String(x))],
  afterLevel: ["The owner rides", (x) => AFTER_LEVEL[x]],
  afterWords: ["Equipment, discipline, who helps", (x) => x],
  riskSet: ["Risk grade", (x) => (x === null ? "from the evaluation" : String(x))],
});
const pathOf = (key: keyof Terms): Path<EditStay> => (key === "riskSet" ? "riskSet" : `stay.${key}`);

export function TermsForm({ view }: { view: TermsView }) {
  const form = useForm<EditStay, unknown, EditStay>({
    resolver: zodResolver(EditStay),
    defaultValues: { id: view.stay, version: view.version, stay: view.fields, riskSet: view.riskSet },
  });
  const [saved, setSaved] = useState(false);
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    const answer = await send<{ version: number }>("stay/edit", values);
    setSaved(answer.ok);
    if (answer.ok) form.reset({ ...values, version: answer.value.version });
    else if (answer.problem.code === "changed-meanwhile") conflict.meet(answer.problem.current as Saved);
  });
  form.watch();
  const conflict = useFormConflict<EditStay, Terms>({
    form,
    lines: linesOf(view),
    pathOf,
    mine: () => ({ ...form.getValues("stay"), riskSet: form.getValues("riskSet") }),
    save: () => void save(),
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-6">
      <fieldset disabled={view.wentHome !== null} className="grid gap-6 lg:grid-cols-2">
        <StayFieldset form={form} at="stay" rules={view.rules} />
        <Select
          form={form}
          name="riskSet"
          number
          label="Risk grade"
          hint="Decides who may handle and ride this horse. Leave it to the evaluation unless you know better."
          options={[["", "From the evaluation"], ...[1, 2, 3, 4, 5].map((grade) => [grade, `Set to ${grade}`] as const)]}
        />
      </fieldset>
      {conflict.panel}
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      <div className="flex items-center gap-3">
        <Button type="submit" tone="main" disabled={busy || view.wentHome !== null}>
          Save the terms
        </Button>
        <span role="status" className="text-dim">
          {view.wentHome
            ? "The horse has gone home. The contract can't be changed."
            : saved && !form.formState.isDirty
              ? "Saved"
              : form.formState.isDirty
                ? "Not saved yet"
                : ""}
        </span>
      </div>
    </form>
  );
}
