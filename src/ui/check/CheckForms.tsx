/** What is done with a check: an appointment, an answer, another day or hold, or nothing after all. */
import { zodResolver } from "@hookform/resolvers/zod";
import { type FieldValues, type Path, type UseFormReturn, useForm } from "react-hook-form";
import { BookCheck, CancelCheck, CloseCheck, EditCheck, ReleaseCheck } from "#contracts/check.ts";
import { here } from "#contracts/ladder.here.ts";
import type { CheckView } from "#contracts/views.check.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { heldWhenFound } from "#core/check/check.ts";
import { CHECK_RESULTS } from "#core/intake/cause-rules.ts";
import { HOLDS } from "#core/intake/findings.ts";
import { type Lines, useFormConflict } from "#ui/kit/form-conflict.tsx";
import { Select, Text } from "#ui/kit/form-fields.tsx";
import { Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { CHECK_RESULT, sayRestriction, sayWaits } from "#ui/words/check.ts";
import { listed } from "#ui/words/figures.ts";
import { HeldSkills } from "./HeldSkills.tsx";
import { Restricts } from "./Restricts.tsx";

/** Sends a form about a check; what somebody else saved meanwhile is shown beside it. */
function useCheckForm<T extends FieldValues & { version: number }, Shown extends object>(
  form: UseFormReturn<T, unknown, T>,
  route: string,
  shown: { lines: Lines<Shown>; mine(): Shown },
) {
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    const answer = await send(route, values);
    if (answer.ok) location.reload();
    else if (answer.problem.code === "changed-meanwhile") conflict.meet(answer.problem.current as Shown & { version: number });
  });
  const conflict = useFormConflict<T, Shown>({
    form,
    lines: shown.lines,
    pathOf: (key) => String(key) as Path<T>,
    mine: shown.mine,
    save: () => void save(),
  });
  const trouble = <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />;
  return { busy, save, panel: conflict.panel, trouble };
}

const FORM = "grid gap-3 border-2 border-rail p-3 md:grid-cols-2";

export function BookForm({ check, today }: { check: CheckView; today: LocalDate }) {
  const form = useForm<BookCheck, unknown, BookCheck>({
    resolver: zodResolver(BookCheck),
    defaultValues: { id: check.id, version: check.version, bookedFor: check.bookedFor ?? today, bookedWith: check.bookedWith },
  });
  type Shown = Pick<BookCheck, "bookedFor" | "bookedWith">;
  const { busy, save, panel, trouble } = useCheckForm<BookCheck, Shown>(form, "check/book", {
    lines: { bookedFor: ["Day", (x) => x ?? "none"], bookedWith: ["With", (x) => x] },
    mine: () => ({ bookedFor: form.getValues("bookedFor"), bookedWith: form.getValues("bookedWith") }),
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className={FORM}>
      <Text form={form} name="bookedFor" kind="date" label="Day" />
      <Text form={form} name="bookedWith" label="With whom" hint="Name, telephone" />
      <div className="md:col-span-2">
        {panel}
        {trouble}
        <Button type="submit" tone="main" disabled={busy}>
          Book it
        </Button>
      </div>
    </form>
  );
}

export function AnswerForm({ check, today }: { check: CheckView; today: LocalDate }) {
  const form = useForm<CloseCheck, unknown, CloseCheck>({
    resolver: zodResolver(CloseCheck),
    defaultValues: {
      id: check.id,
      version: check.version,
      doneOn: check.doneOn ?? today,
      result: check.result ?? "clear",
      answer: check.answer,
      restrictions: check.restrictions.map((one) => ({ ...one })),
    },
  });
  const result = form.watch("result");
  type Shown = Pick<CloseCheck, "doneOn" | "result" | "answer" | "restrictions">;
  const { busy, save, panel, trouble } = useCheckForm<CloseCheck, Shown>(form, "check/close", {
    lines: {
      doneOn: ["Day", (x) => x ?? "none"],
      result: ["Result", (x) => (x ? CHECK_RESULT[x] : "none")],
      answer: ["Words", (x) => x],
      restrictions: ["Restricted", (x) => listed(x.map(sayRestriction)) || "nothing"],
    },
    mine: () => {
      const { doneOn, result: of, answer, restrictions } = form.getValues();
      return { doneOn, result: of, answer, restrictions };
    },
  });
  const found = heldWhenFound(check, here().skills);
  return (
    <form noValidate onSubmit={(event) => void save(event)} className={FORM}>
      <Text form={form} name="doneOn" kind="date" label="Day" />
      <Select form={form} name="result" label="Result" options={CHECK_RESULTS.map((one) => [one, CHECK_RESULT[one]] as const)} />
      <div className="md:col-span-2">
        <Text
          form={form}
          name="answer"
          label="What was found or done"
          rows={3}
          hint="In their words. You can attach a chart or photo."
        />
        {result === "found" && found.holds !== "nothing" && (
          <p className="text-ochre">▲ {sayWaits(found.holds, found.skills)} until you release it.</p>
        )}
        <Restricts form={form} />
        {panel}
        {trouble}
        <Button type="submit" tone="main" disabled={busy}>
          {check.state === "done" ? "Correct the answer" : "Enter the answer"}
        </Button>
      </div>
    </form>
  );
}

/** What was found, or restricted, is let go. */
export function ReleaseForm({ check, today }: { check: CheckView; today: LocalDate }) {
  const form = useForm<ReleaseCheck, unknown, ReleaseCheck>({
    resolver: zodResolver(ReleaseCheck),
    defaultValues: { id: check.id, version: check.version, on: today, words: "" },
  });
  type Shown = Pick<ReleaseCheck, "on" | "words">;
  const { busy, save, panel, trouble } = useCheckForm<ReleaseCheck, Shown>(form, "check/release", {
    lines: { on: ["From", (x) => x], words: ["Words", (x) => x] },
    mine: () => ({ on: form.getValues("on"), words: form.getValues("words") }),
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className={FORM}>
      <Text form={form} name="on" kind="date" label="From" />
      <Text form={form} name="words" label="Who released it, and why" rows={2} />
      <div className="md:col-span-2">
        {panel}
        {trouble}
        <Button type="submit" tone="main" disabled={busy}>
          Release it
        </Button>
      </div>
    </form>
  );
}

export function ChangeForm({ check }: { check: CheckView }) {
  const form = useForm<EditCheck, unknown, EditCheck>({
    resolver: zodResolver(EditCheck),
    defaultValues: {
      id: check.id,
      version: check.version,
      asked: check.asked,
      due: check.due,
      holds: check.holds,
      skills: [...check.skills],
    },
  });
  type Shown = Pick<EditCheck, "asked" | "due" | "holds" | "skills">;
  const { busy, save, panel, trouble } = useCheckForm<EditCheck, Shown>(form, "check/edit", {
    lines: {
      asked: ["What to check", (x) => x],
      due: ["By", (x) => x],
      holds: ["Until then", (x) => sayWaits(x, [])],
      skills: ["Leave alone", (x) => listed(x.map((id) => here().of(id).words))],
    },
    mine: () => form.getValues(),
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className={FORM}>
      <Text form={form} name="asked" label="What to check" rows={2} />
      <div className="grid gap-3">
        <Text form={form} name="due" kind="date" label="By" />
        <Select
          form={form}
          name="holds"
          label="Until then"
          options={HOLDS.map((one) => [one, sayWaits(one, check.skills)] as const)}
        />
      </div>
      <HeldSkills form={form} />
      <div className="md:col-span-2">
        {panel}
        {trouble}
        <Button type="submit" tone="main" disabled={busy}>
          Save the change
        </Button>
      </div>
    </form>
  );
}

export function CancelForm({ check }: { check: CheckView }) {
  const form = useForm<CancelCheck, unknown, CancelCheck>({
    resolver: zodResolver(CancelCheck),
    defaultValues: { id: check.id, version: check.version, reason: "" },
  });
  const { busy, problem, send } = useCommand();
  const save = form.handleSubmit(async (values) => {
    if ((await send("check/cancel", values)).ok) location.reload();
  });
  return (
    <form noValidate onSubmit={(event) => void save(event)} className={FORM}>
      <Text form={form} name="reason" label="Why it is not needed" />
      <div className="md:col-span-2">
        <Trouble problem={problem} />
        <Button type="submit" tone="stop" disabled={busy}>
          Cancel the check
        </Button>
      </div>
    </form>
  );
}
