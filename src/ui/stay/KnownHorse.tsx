/** A horse that comes back is booked with its record: it is chosen, not typed again. */
import type { UseFormReturn } from "react-hook-form";
import { type BookStay, NOTHING_KNOWN, ONLY_NAMED } from "#contracts/stay.ts";
import type { BookingView } from "#contracts/views.ts";
import { sayDateWithYear } from "#core/calendar/local-date.ts";
import { Field, INPUT } from "#ui/kit/parts.tsx";

interface Props {
  form: UseFormReturn<BookStay, unknown, BookStay>;
  known: BookingView["known"];
}
export function KnownHorse({ form, known }: Props) {
  const chosen = known.find(({ horse }) => horse === form.watch("known"));
  if (known.length === 0) return null;
  const choose = (id: string): void => {
    const one = known.find(({ horse }) => horse === id) ?? null;
    form.setValue("known", one?.horse ?? null);
    // Names, and what tells whether anybody is light enough; whatever is known of both stays as it is.
    form.setValue("client", { ...ONLY_NAMED, name: one?.client ?? "" });
    const { horse: _, client: __, wentHome: ___, ...about } = one ?? { horse: null, client: "", wentHome: null, name: "" };
    form.setValue("horse", { ...NOTHING_KNOWN, ...about });
  };
  return (
    <Field
      id="known"
      label="Has this horse been here before?"
      hint={
        chosen
          ? `What is known of ${chosen.name} and of ${chosen.client} stays as it is. Change it under Contract and holds.`
          : "Then the record comes along."
      }
    >
      <select
        id="known"
        aria-describedby="known-hint"
        className={INPUT}
        value={chosen?.horse ?? ""}
        onChange={(event) => choose(event.target.value)}
      >
        <option value="">No, new here</option>
        {known.map(({ horse, name, client, wentHome }) => (
          <option key={horse} value={horse}>
            {name} · {client}
            {wentHome ? `, until ${sayDateWithYear(wentHome)}` : ", not here yet"}
          </option>
        ))}
      </select>
    </Field>
  );
}
