import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect } from "react";
import { type DefaultValues, useForm } from "react-hook-form";
import { BookStay, UNKNOWN_HISTORY } from "#contracts/stay.ts";
import type { TermRules } from "#contracts/views.ts";
import { HISTORY_ANSWERS, HISTORY_TOPICS, HORSE_CLASSES, SEXES } from "#core/horse/horse.ts";
import { Check, Select, Text } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { CLASS, HISTORY_ANSWER, HISTORY_TOPIC, SEX } from "#ui/words/labels.ts";
import { StayFieldset } from "./StayFieldset.tsx";

const KEPT = "book-a-stay";

/** Booking: client, horse, stay on one page. What is typed is kept on the device until it is booked. */
export function BookForm({ rules }: { rules: TermRules }) {
  const form = useForm<BookStay, unknown, BookStay>({
    resolver: zodResolver(BookStay),
    defaultValues: {
      client: {
        name: "",
        phone: "",
        email: "",
        emergencyName: "",
        emergencyPhone: "",
        vetName: "",
        vetPhone: "",
        vetRelease: false,
      },
      horse: {
        name: "",
        birthDate: null,
        birthYear: null,
        sex: "unknown",
        class: "adult",
        heightCm: null,
        history: UNKNOWN_HISTORY,
        historyWords: "",
      },
      stay: {
        kind: "halter",
        aim: "",
        length: 60,
        firstDay: rules.today,
        sessionsAWeek: 5,
        counting: "calendar",
        method: "quiet-steps",
        afterDays: null,
        afterLevel: "unknown",
        afterWords: "",
      },
    },
  });
  const { busy, problem, send } = useCommand();
  useEffect(() => {
    const kept = sessionStorage.getItem(KEPT);
    if (kept) form.reset(JSON.parse(kept) as DefaultValues<BookStay>, { keepDefaultValues: true });
    const { unsubscribe } = form.watch((values) => sessionStorage.setItem(KEPT, JSON.stringify(values)));
    return unsubscribe;
  }, [form]);
  const book = form.handleSubmit(async (values) => {
    const answer = await send<{ stay: string }>("stay/book", values);
    if (!answer.ok) return;
    sessionStorage.removeItem(KEPT);
    location.assign(`/horse/${answer.value.stay}`);
  });
  return (
    <form noValidate onSubmit={(event) => void book(event)} className="grid max-w-5xl gap-6 lg:grid-cols-2">
      <div className="grid content-start gap-6">
        <fieldset className="grid gap-3 sm:grid-cols-2">
          <legend className="sign pb-1 text-lg">The client</legend>
          <div className="sm:col-span-2">
            <Text form={form} name="client.name" label="Name" />
          </div>
          <Text form={form} name="client.phone" label="Telephone" kind="tel" />
          <Text form={form} name="client.email" label="E-mail" kind="email" />
          <Text form={form} name="client.emergencyName" label="In an emergency" />
          <Text form={form} name="client.emergencyPhone" label="Their telephone" kind="tel" />
          <Text form={form} name="client.vetName" label="The horse's vet" />
          <Text form={form} name="client.vetPhone" label="Vet's telephone" kind="tel" />
          <div className="sm:col-span-2">
            <Check
              form={form}
              name="client.vetRelease"
              label="Vet release signed: we may call a vet when the owner cannot be reached"
            />
          </div>
        </fieldset>
        <fieldset className="grid gap-3 sm:grid-cols-2">
          <legend className="sign pb-1 text-lg">The horse</legend>
          <Text form={form} name="horse.name" label="Name" />
          <Select form={form} name="horse.class" label="Type" options={HORSE_CLASSES.map((one) => [one, CLASS[one]] as const)} />
          <Text form={form} name="horse.birthYear" label="Born in" kind="number" hint="Year; empty: unknown" />
          <Text form={form} name="horse.birthDate" label="or on" kind="date" />
          <Select form={form} name="horse.sex" label="Sex" options={SEXES.map((one) => [one, SEX[one]] as const)} />
          <Text form={form} name="horse.heightCm" label="Height, cm" kind="number" hint="At the withers; empty: unknown" />
          {HISTORY_TOPICS.map((topic) => (
            <Select
              key={topic}
              form={form}
              name={`horse.history.${topic}`}
              label={`${HISTORY_TOPIC[topic]} before?`}
              options={HISTORY_ANSWERS.map((one) => [one, HISTORY_ANSWER[one]] as const)}
            />
          ))}
          <div className="sm:col-span-2">
            <Text form={form} name="horse.historyWords" label="History and complaint, in words" rows={2} />
          </div>
        </fieldset>
      </div>
      <div className="grid content-start gap-6">
        <StayFieldset form={form} at="stay" rules={rules} />
        <Trouble problem={problem} />
        {form.formState.isSubmitted && !form.formState.isValid && (
          <p className="text-oxblood">Some fields need mending: they are marked. Nothing is lost.</p>
        )}
        <Button type="submit" tone="main" big disabled={busy}>
          Book the stay
        </Button>
      </div>
    </form>
  );
}
