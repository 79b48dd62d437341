/** What a professional restricts, each with its last day and their words. */
import { useFieldArray } from "react-hook-form";
import type { CloseCheck } from "#contracts/check.ts";
import { RESTRICTED_WORK } from "#core/check/check.ts";
import { type Form, Select, Text } from "#ui/kit/form-fields.tsx";
import { Button } from "#ui/kit/parts.tsx";
import { outer } from "#ui/words/figures.ts";
import { RESTRICTED } from "#ui/words/reasons.ts";

export function Restricts({ form }: { form: Form<CloseCheck> }) {
  const { fields, append, remove } = useFieldArray({ control: form.control, name: "restrictions" });
  const free = RESTRICTED_WORK.find((what) => !form.getValues("restrictions").some((one) => one.what === what));
  return (
    <fieldset className="grid gap-2 py-2">
      <legend className="sign text-dim">Restrictions they gave</legend>
      {fields.map((field, i) => (
        <div key={field.id} className="grid items-start gap-2 md:grid-cols-[10rem_11rem_1fr_auto]">
          <Select
            form={form}
            name={`restrictions.${i}.what`}
            label="Restricted"
            options={RESTRICTED_WORK.map((one) => [one, outer(RESTRICTED[one])] as const)}
          />
          <Text form={form} name={`restrictions.${i}.until`} kind="date" label="Last day" hint="Empty: until released" />
          <Text form={form} name={`restrictions.${i}.words`} label="In their words" />
          <Button className="md:mt-6" aria-label={`Remove: no ${RESTRICTED[field.what]}`} onClick={() => remove(i)}>
            Remove
          </Button>
        </div>
      ))}
      {free && (
        <Button className="justify-self-start" onClick={() => append({ what: free, until: null, words: "" })}>
          Add a restriction
        </Button>
      )}
    </fieldset>
  );
}
