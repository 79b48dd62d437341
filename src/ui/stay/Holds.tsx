import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { AddHold } from "#contracts/stay.ts";
import type { TermsView } from "#contracts/views.ts";
import { HOLD_KINDS } from "#core/calendar/holds.ts";
import { sayDate } from "#core/calendar/local-date.ts";
import type { HoldId } from "#core/kernel/brand.ts";
import { Check, Select, Text } from "#ui/kit/form-fields.tsx";
import { BARE_INPUT, Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { HOLD } from "#ui/words/labels.ts";

/** Stretches without work. Adding one offers the barn's policy on the clock for its kind. */
export function Holds({ view }: { view: TermsView }) {
  const { busy, problem, send } = useCommand();
  const form = useForm<AddHold, unknown, AddHold>({
    resolver: zodResolver(AddHold),
    defaultValues: {
      stay: view.stay,
      kind: "vet",
      firstDay: view.rules.today,
      lastDay: null,
      stopsClock: view.holdPolicy.vet,
      reason: "",
    },
  });
  const kind = form.register("kind", { onChange: () => form.setValue("stopsClock", view.holdPolicy[form.getValues("kind")]) });
  const add = form.handleSubmit(async (values) => {
    if ((await send("stay/add-hold", values)).ok) location.reload();
  });
  const end = async (id: HoldId, lastDay: string): Promise<void> => {
    if ((await send("stay/end-hold", { id, lastDay })).ok) location.reload();
  };
  return (
    <section aria-labelledby="holds-title">
      <h2 id="holds-title">Holds</h2>
      {view.holds.length === 0 && <p className="text-dim">None. A hold keeps the horse off the day sheet.</p>}
      <ul>
        {view.holds.map((hold) => (
          <li key={hold.id} className="flex flex-wrap items-center gap-x-3 border-b border-line py-1">
            <span>
              <strong>{HOLD[hold.kind]}</strong>, {sayDate(hold.from)} to {hold.to ? sayDate(hold.to) : "open"} ·{" "}
              {hold.stopsClock ? "stops the clock" : "the clock runs on"} · {hold.reason}
            </span>
            {hold.to === null && (
              <EndHold from={hold.from} today={view.rules.today} disabled={busy} onEnd={(day) => void end(hold.id, day)} />
            )}
          </li>
        ))}
      </ul>
      {!view.wentHome && (
        <form noValidate onSubmit={(event) => void add(event)} className="mt-3 grid items-end gap-3 sm:grid-cols-4">
          <Select
            form={form}
            name="kind"
            label="Kind"
            options={HOLD_KINDS.map((one) => [one, HOLD[one]] as const)}
            register={kind}
          />
          <Text form={form} name="firstDay" label="First day" kind="date" />
          <Text form={form} name="lastDay" label="Last day" kind="date" hint="Empty: still open" />
          <Text form={form} name="reason" label="Reason" />
          <div className="sm:col-span-2">
            <Check form={form} name="stopsClock" label="Stops the clock: the term ends later by these days" />
          </div>
          <Button type="submit" disabled={busy} className="sm:col-start-4">
            Put on hold
          </Button>
        </form>
      )}
      <Trouble problem={problem} />
    </section>
  );
}

function EndHold({ from, today, disabled, onEnd }: { from: string; today: string; disabled: boolean; onEnd(day: string): void }) {
  const [day, setDay] = useState(today < from ? from : today);
  return (
    <span className="ml-auto flex items-center gap-2">
      <input
        type="date"
        aria-label="Last day of this hold"
        className={`${BARE_INPUT} w-auto`}
        value={day}
        min={from}
        onChange={(event) => setDay(event.target.value)}
      />
      <Button disabled={disabled || day === ""} onClick={() => onEnd(day)}>
        End the hold
      </Button>
    </span>
  );
}
