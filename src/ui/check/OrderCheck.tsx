import { zodResolver } from "@hookform/resolvers/zod";
import { useForm } from "react-hook-form";
import { LOOKERS, OrderCheck } from "#contracts/check.ts";
import type { ChecksView } from "#contracts/views.check.ts";
import { dueDay } from "#core/check/check.ts";
import { CAUSES, causeOf } from "#core/intake/causes.ts";
import { HOLDS } from "#core/intake/findings.ts";
import { Select, Text } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { LOOKER, sayWaits } from "#ui/words/check.ts";
import { HeldSkills } from "./HeldSkills.tsx";

/** Asks somebody to look: about a place on the findings' list, or about anything else. */
export function OrderCheckForm({ view, stay }: { view: ChecksView; stay: string | null }) {
  const form = useForm<OrderCheck, unknown, OrderCheck>({
    resolver: zodResolver(OrderCheck),
    defaultValues: {
      stay: (stay ?? view.horses[0]?.stay ?? "") as OrderCheck["stay"],
      cause: null,
      who: "vet",
      asked: "",
      due: dueDay(view.today, "weeks"),
      holds: "nothing",
      skills: [],
    },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    if ((await send("check/order", values)).ok) location.reload();
  });
  const cause = form.register("cause", {
    setValueAs: (value: string | null) => value || null,
    onChange: (event: { target: { value: string } }) => {
      const chosen = CAUSES.find((one) => one.id === event.target.value);
      if (!chosen) return;
      const { who, check } = causeOf(chosen.id);
      form.setValue("who", who);
      form.setValue("asked", check);
    },
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-3 border-2 border-rail p-4 md:grid-cols-2">
      {stay === null && (
        <Select form={form} name="stay" label="Horse" options={view.horses.map((one) => [one.stay, one.horse] as const)} />
      )}
      <Select
        form={form}
        name="cause"
        label="About"
        register={cause}
        hint="The answer then counts in the findings."
        options={[["", "Something else"], ...CAUSES.map((one) => [one.id, one.words] as const)]}
      />
      <Select form={form} name="who" label="Who looks" options={LOOKERS.map((one) => [one, LOOKER[one]] as const)} />
      <Text form={form} name="asked" label="What to check" rows={2} />
      <Text form={form} name="due" kind="date" label="By" />
      <Select form={form} name="holds" label="Until then" options={HOLDS.map((one) => [one, sayWaits(one, [])] as const)} />
      <HeldSkills form={form} />
      <div className="md:col-span-2">
        <Trouble problem={problem} />
        <Button type="submit" tone="main" disabled={busy}>
          Order the check
        </Button>
      </div>
    </form>
  );
}
