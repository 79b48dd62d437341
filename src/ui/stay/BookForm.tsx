import { zodResolver } from "@hookform/resolvers/zod";
import { useEffect } from "react";
import { type DefaultValues, useForm } from "react-hook-form";
import { BookStay, NOTHING_KNOWN, ONLY_NAMED, USUAL_STAY } from "#contracts/stay.ts";
import type { BookingView, TermRules } from "#contracts/views.ts";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { BookGoals } from "./BookGoals.tsx";
import { DetailsFieldsets } from "./DetailsFieldsets.tsx";
import { KnownHorse } from "./KnownHorse.tsx";
import { LightEnough } from "./LightEnough.tsx";
import { StayFieldset } from "./StayFieldset.tsx";

const KEPT = "book-a-stay";

/** Booking: client, horse, stay on one page. What is typed is kept on the device until it is booked. */
export function BookForm({ rules, riders, known }: BookingView & { rules: TermRules }) {
  useAwake();
  const form = useForm<BookStay, unknown, BookStay>({
    resolver: zodResolver(BookStay),
    defaultValues: {
      known: null,
      client: ONLY_NAMED,
      horse: NOTHING_KNOWN,
      stay: { ...USUAL_STAY, firstDay: rules.today, method: rules.methods.find(({ used }) => used)?.id ?? "" },
      goals: [],
    },
  });
  const again = form.watch("known");
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
        <KnownHorse form={form} known={known} />
        {!again && <DetailsFieldsets form={form} />}
        <LightEnough form={form} today={rules.today} riders={riders} />
      </div>
      <div className="grid content-start gap-6">
        <StayFieldset form={form} at="stay" rules={rules}>
          <BookGoals form={form} />
        </StayFieldset>
        <Trouble problem={problem} />
        {form.formState.isSubmitted && !form.formState.isValid && (
          <p className="text-oxblood">Some fields need fixing. They are marked, and nothing is lost.</p>
        )}
        <Button type="submit" tone="main" big disabled={busy}>
          Book the stay
        </Button>
      </div>
    </form>
  );
}
