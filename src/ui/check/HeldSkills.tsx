import { Controller, type FieldValues, type Path } from "react-hook-form";
import type { HeldWork } from "#core/intake/findings.ts";
import type { Form } from "#ui/kit/form-fields.tsx";
import { SkillPicks } from "#ui/kit/SkillPicks.tsx";

/** Which skills are left alone, where only skills wait for the check. */
export function HeldSkills<T extends FieldValues & { holds: HeldWork; skills: string[] }>({ form }: { form: Form<T> }) {
  if (form.watch("holds" as Path<T>) !== "skill") return null;
  return (
    <div className="md:col-span-2">
      <Controller
        control={form.control}
        name={"skills" as Path<T>}
        render={({ field }) => (
          <SkillPicks
            legend="Leave alone until then"
            add="Add a skill to leave alone"
            value={field.value}
            onChange={field.onChange}
          />
        )}
      />
    </div>
  );
}
