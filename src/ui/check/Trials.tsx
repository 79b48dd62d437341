/** Changes of tack or company, tried for some sessions; what became of the sign speaks to the findings. */
import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { BeginTrial, EndTrial } from "#contracts/check.ts";
import type { HorseChecksView, TrialView } from "#contracts/views.check.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import type { GearTrial } from "#core/card/gear-trials.ts";
import { TRIAL_RESULTS, TRIALS } from "#core/intake/cause-rules.ts";
import { signOf } from "#core/intake/signs.ts";
import { Select, Text } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { TRIAL_CHANGE, TRIAL_OUTCOME } from "#ui/words/check.ts";
import { inner, listed } from "#ui/words/figures.ts";
import { sayMouthOrBack } from "#ui/words/gear.ts";

function Begin({ view }: { view: HorseChecksView }) {
  const form = useForm<BeginTrial, unknown, BeginTrial>({
    resolver: zodResolver(BeginTrial),
    defaultValues: { stay: view.stay, change: "other-bit", fromDay: view.today, words: "", ended: null },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    if ((await send("check/begin-trial", values)).ok) location.reload();
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-3 border-2 border-rail p-3 md:grid-cols-3">
      <Select form={form} name="change" label="What changes" options={TRIALS.map((one) => [one, TRIAL_CHANGE[one]] as const)} />
      <Text form={form} name="fromDay" kind="date" label="From" />
      <Text form={form} name="words" label="Which one, and for which sign" />
      <div className="md:col-span-3">
        <Trouble problem={problem} />
        <Button type="submit" tone="main" disabled={busy}>
          Start the trial
        </Button>
      </div>
    </form>
  );
}

function End({ trial, today }: { trial: TrialView; today: LocalDate }) {
  const form = useForm<EndTrial, unknown, EndTrial>({
    resolver: zodResolver(EndTrial),
    defaultValues: { id: trial.id, endedOn: today, result: "same", words: trial.words },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    if ((await send("check/end-trial", values)).ok) location.reload();
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-3 border-2 border-rail p-3 md:grid-cols-3">
      <Select form={form} name="result" label="Result" options={TRIAL_RESULTS.map((one) => [one, TRIAL_OUTCOME[one]] as const)} />
      <Text form={form} name="endedOn" kind="date" label="Day" />
      <Text form={form} name="words" label="In words" />
      <div className="md:col-span-3">
        <Trouble problem={problem} />
        <Button type="submit" tone="main" disabled={busy}>
          End the trial
        </Button>
      </div>
    </form>
  );
}

/** Changes of gear after which a sign was not seen again: to count them among what speaks for a cause is one tap. */
function InGear({ view }: { view: HorseChecksView }) {
  const { busy, problem, send } = useCommand();
  const count = async ({ change, fromDay, endedOn, tack, went }: GearTrial): Promise<void> => {
    const words = `${sayMouthOrBack(tack)}; before it: ${listed(went.map((id) => inner(signOf(id).words)))}`;
    const ended = { on: endedOn, result: "gone" as const };
    if ((await send("check/begin-trial", { stay: view.stay, change, fromDay, words, ended })).ok) location.reload();
  };
  return (
    <>
      <Trouble problem={problem} />
      <ul className="grid gap-2">
        {view.inGear.map((one) => (
          <li key={`${one.place} ${one.fromDay}`} className="flex flex-wrap items-center gap-x-3 border-b border-line py-1">
            <span>
              ● Since {sayDate(one.fromDay)} {inner(sayMouthOrBack(one.tack))}. Not seen since:{" "}
              {listed(one.went.map((id) => inner(signOf(id).words)))}.
            </span>
            <Button
              disabled={busy}
              aria-label={`Count as a trial: ${TRIAL_CHANGE[one.change]}, ${sayDate(one.fromDay)}`}
              onClick={() => void count(one)}
            >
              Count as a trial
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

export function Trials({ view }: { view: HorseChecksView }) {
  const [open, setOpen] = useState<string | null>(null);
  const toggle = (what: string): void => setOpen(open === what ? null : what);
  return (
    <section aria-labelledby="trials-title">
      <h2 id="trials-title">Tack trials</h2>
      {view.trials.length === 0 && (
        <p className="text-dim">None yet. Another bit or pad for three sessions often tells you more than a guess.</p>
      )}
      <ul className="grid gap-2">
        {view.trials.map((trial) => (
          <li key={trial.id} className="border-b border-line py-1">
            <strong>{TRIAL_CHANGE[trial.change]}</strong> from {sayDate(trial.fromDay)}
            {trial.result && trial.endedOn
              ? ` to ${sayDate(trial.endedOn)}: ${TRIAL_OUTCOME[trial.result].toLowerCase()}`
              : ", running"}
            {trial.words && <span className="text-dim"> · {trial.words}</span>}{" "}
            {view.mayWrite && !trial.result && (
              <Button
                aria-expanded={open === trial.id}
                aria-label={`End: ${TRIAL_CHANGE[trial.change]}`}
                onClick={() => toggle(trial.id)}
              >
                End
              </Button>
            )}
            {open === trial.id && <End trial={trial} today={view.today} />}
          </li>
        ))}
      </ul>
      {view.mayWrite && view.inGear.length > 0 && <InGear view={view} />}
      {view.mayWrite && (
        <div className="grid gap-2 pt-2">
          <div>
            <Button aria-expanded={open === "new"} onClick={() => toggle("new")}>
              Try a change
            </Button>
          </div>
          {open === "new" && <Begin view={view} />}
        </div>
      )}
    </section>
  );
}
