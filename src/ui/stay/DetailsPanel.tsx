import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { type Path, useForm } from "react-hook-form";
import { type Details, EditDetails } from "#contracts/stay.ts";
import type { TermsView } from "#contracts/views.ts";
import { HISTORY_TOPICS, type HistoryAnswer, type HorseClass, type Sex } from "#core/horse/horse.ts";
import { type Lines, useFormConflict } from "#ui/kit/form-conflict.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { height } from "#ui/words/figures.ts";
import { CLASS, HISTORY_ANSWER, HISTORY_TOPIC, SEX } from "#ui/words/labels-desk.ts";
import { sayWeight } from "#ui/words/units.ts";
import { Contacts } from "./Contacts.tsx";
import { DetailsFieldsets } from "./DetailsFieldsets.tsx";

/** Client and horse as single lines, keyed by their place in the form. */
type Flat = Record<string, unknown>;
const under = (at: string, fields: object): Flat =>
  Object.fromEntries(Object.entries(fields).map(([key, value]) => [`${at}.${key}`, value]));
const flat = ({ client, horse: { history, ...horse } }: Pick<Details, "client" | "horse">): Flat => ({
  ...under("client", client),
  ...under("horse", horse),
  ...under("horse.history", history),
});

const plain = (value: unknown): string => (value === null ? "unknown" : String(value));
const LINES: Lines<Flat> = {
  "client.name": ["Client", plain],
  "client.phone": ["Telephone", plain],
  "client.email": ["E-mail", plain],
  "client.emergencyName": ["In an emergency", plain],
  "client.emergencyPhone": ["Their telephone", plain],
  "client.vetName": ["The horse's vet", plain],
  "client.vetPhone": ["Vet's telephone", plain],
  "client.vetRelease": ["Vet release", (x) => (x ? "signed" : "not signed")],
  "horse.name": ["Horse", plain],
  "horse.class": ["Type", (x) => CLASS[x as HorseClass]],
  "horse.birthYear": ["Born in", plain],
  "horse.birthDate": ["Born on", plain],
  "horse.sex": ["Sex", (x) => SEX[x as Sex]],
  "horse.heightCm": ["Height", (x) => (x === null ? "unknown" : height(Number(x)))],
  "horse.toldKg": ["Weight as the owner says", (x) => (x === null ? "unknown" : sayWeight(Number(x)))],
  "horse.historyWords": ["History and main problem", plain],
  ...Object.fromEntries(
    HISTORY_TOPICS.map((topic) => [
      `horse.history.${topic}`,
      [`${HISTORY_TOPIC[topic]} before`, (x: unknown) => HISTORY_ANSWER[x as HistoryAnswer]] as const,
    ]),
  ),
};

function DetailsForm({ view, onDone }: { view: TermsView; onDone(): void }) {
  const form = useForm<EditDetails, unknown, EditDetails>({
    resolver: zodResolver(EditDetails),
    defaultValues: { stay: view.stay, ...view.details },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    const answer = await send("stay/edit-details", values);
    if (answer.ok) return location.reload();
    if (answer.problem.code !== "changed-meanwhile") return;
    const current = answer.problem.current as Details;
    conflict.meet({ ...flat(current), version: current.version });
  });
  form.watch();
  const conflict = useFormConflict<EditDetails, Flat>({
    form,
    lines: LINES,
    pathOf: (key) => key as Path<EditDetails>,
    mine: () => flat(form.getValues()),
    save: () => void save(),
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid min-w-0 gap-6">
      <DetailsFieldsets form={form} />
      {conflict.panel}
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      <div className="flex gap-2">
        <Button type="submit" tone="main" disabled={busy}>
          Save client and horse
        </Button>
        <Button onClick={onDone}>Cancel</Button>
      </div>
    </form>
  );
}

/** Whom to call and what is known of the horse, and changing it when somebody knows better. */
export function DetailsPanel({ view }: { view: TermsView }) {
  useAwake();
  const [open, setOpen] = useState(false);
  return (
    <section aria-label="Client and horse" className="grid min-w-0 content-start gap-4">
      {open ? (
        <DetailsForm view={view} onDone={() => setOpen(false)} />
      ) : (
        <>
          <Contacts details={view.details} />
          <Button className="justify-self-start" onClick={() => setOpen(true)}>
            Change client or horse
          </Button>
        </>
      )}
    </section>
  );
}
