/** A skill's page, written by the manager; two who write at once are shown both. */
import { useState } from "react";
import type { PageFields } from "#contracts/ladder.ts";
import { SCORES } from "#core/kernel/sides.ts";
import type { SkillPage } from "#core/ladder/skill.ts";
import { Button, Field, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";

const EMPTY: PageFields = {
  what: "",
  ask: [""],
  release: "",
  scores: SCORES.map(() => ""),
  mistakes: "",
  stopWhen: "",
  schools: [],
  forOwner: "",
};
const TEXTS = [
  ["what", "What it is"],
  ["release", "When to release or reward"],
  ["mistakes", "Usual mistakes"],
  ["stopWhen", "When to stop"],
  ["forOwner", "For the owner: how to ask at home, and what to do if that does not work"],
] as const;

export function PageEditor({ skill, page, version }: { skill: string; page: SkillPage | null; version: number }) {
  useAwake();
  const kept = (page ?? EMPTY) as PageFields;
  const { value, set, drop, restored } = useDraft<PageFields>(`skill-page:${skill}:${version}`, kept);
  const draft: PageFields = { ...EMPTY, ...value };
  const [open, setOpen] = useState(false);
  const [theirs, setTheirs] = useState<{ readonly version: number; readonly page: SkillPage | null } | null>(null);
  const { busy, problem, send } = useCommand();
  const put = (part: Partial<PageFields>): void => set((before) => ({ ...EMPTY, ...before, ...part }));
  const area = (key: (typeof TEXTS)[number][0], label: string) => (
    <Field key={key} id={`page-${key}`} label={label}>
      <textarea
        id={`page-${key}`}
        className={INPUT}
        rows={2}
        value={draft[key]}
        onChange={(event) => put({ [key]: event.target.value })}
      />
    </Field>
  );
  const save = async (): Promise<void> => {
    const answer = await send("ladder/write-page", {
      skill,
      version: theirs?.version ?? version,
      page: { ...draft, ask: draft.ask.filter((step) => step.trim() !== "") },
    });
    if (answer.ok) {
      drop();
      location.reload();
    } else if (answer.problem.code === "changed-meanwhile") setTheirs(answer.problem.current as typeof theirs);
  };
  if (!open && !restored)
    return (
      <Button className="mt-4 print:hidden" onClick={() => setOpen(true)}>
        Write this page
      </Button>
    );
  return (
    <section aria-label="Write this page" className="mt-4 grid max-w-3xl gap-2 border-t-2 border-rail pt-3 print:hidden">
      {theirs && (
        <div role="status" className="border-l-4 border-ochre bg-ochre-soft px-3 py-1">
          <p>▲ Somebody else wrote this page in the meantime. Yours is still here. Theirs reads:</p>
          <p className="whitespace-pre-line text-sm">
            {theirs.page && [theirs.page.what, ...theirs.page.ask, theirs.page.release, ...theirs.page.scores].join("\n")}
          </p>
          <Button onClick={() => theirs.page && set(theirs.page as PageFields)}>Take theirs</Button>
        </div>
      )}
      {TEXTS.slice(0, 1).map(([key, label]) => area(key, label))}
      <Field id="page-ask" label="How to ask: one step a line, left and right">
        <textarea
          id="page-ask"
          className={INPUT}
          rows={6}
          value={draft.ask.join("\n")}
          onChange={(e) => put({ ask: e.target.value.split("\n").slice(0, 8) })}
        />
      </Field>
      {SCORES.map((score) => (
        <Field key={score} id={`page-score-${score}`} label={`A ${score} looks like`}>
          <input
            id={`page-score-${score}`}
            className={INPUT}
            maxLength={200}
            value={draft.scores[score] ?? ""}
            onChange={(e) => put({ scores: draft.scores.map((one, i) => (i === score ? e.target.value : one)) })}
          />
        </Field>
      ))}
      {TEXTS.slice(1).map(([key, label]) => area(key, label))}
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      <div className="flex gap-2">
        <Button tone="main" disabled={busy} onClick={() => void save()}>
          Save the page
        </Button>
        <Button
          onClick={() => {
            drop();
            setOpen(false);
          }}
        >
          Cancel
        </Button>
      </div>
    </section>
  );
}
