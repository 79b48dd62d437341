/** A weight between two evaluations: on the scale, or girth and length by tape. */
import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { Weigh } from "#contracts/stay.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import type { StayId } from "#core/kernel/brand.ts";
import { Text } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";

export function WeighForm({ stay, today }: { stay: StayId; today: LocalDate }) {
  useAwake();
  const [open, setOpen] = useState(false);
  const form = useForm<Weigh, unknown, Weigh>({
    resolver: zodResolver(Weigh),
    defaultValues: { stay, day: today, scaleKg: null, girthCm: null, lengthCm: null },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    if ((await send("stay/weigh", values)).ok) location.reload();
  });
  if (!open)
    return (
      <Button className="mt-1" onClick={() => setOpen(true)}>
        Weigh again
      </Button>
    );
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="mt-1 grid gap-2 border-2 border-rail p-3 sm:grid-cols-2">
      <Text form={form} name="day" kind="date" label="Day" />
      <Text form={form} name="scaleKg" kind="number" label="On the scale, kg" hint="Or by tape:" />
      <Text form={form} name="girthCm" kind="number" label="Heart girth, cm" />
      <Text form={form} name="lengthCm" kind="number" label="Body length, cm" />
      <div className="sm:col-span-2">
        <Trouble problem={problem} />
        <Button type="submit" tone="main" disabled={busy}>
          Save the weight
        </Button>
      </div>
    </form>
  );
}
