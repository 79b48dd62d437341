import { zodResolver } from "@hookform/resolvers/zod";
import { useState } from "react";
import { useForm } from "react-hook-form";
import { EditPolicies, type PolicyFields } from "#contracts/barn.ts";
import type { BarnView } from "#contracts/views.barn.ts";
import { useFormConflict } from "#ui/kit/form-conflict.tsx";
import { type Form } from "#ui/kit/form-fields.tsx";
import { BARE_INPUT, Button, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";

import { groupsOf, LINES, type Rule } from "./rules.tsx";

function RuleRow({
  rule,
  form,
  open,
  busy,
  waits,
  touches,
  onOpen,
  onCancel,
}: {
  rule: Rule;
  form: Form<EditPolicies>;
  open: boolean;
  busy: boolean;
  /** Another rule is being changed. */
  waits: boolean;
  touches: string;
  onOpen(): void;
  onCancel(): void;
}) {
  return (
    <li className="border-b border-line py-1">
      <div className="flex items-center gap-3">
        <p className="min-w-0 grow">{rule.say(form.getValues("policies"))}</p>
        {!open && (
          <Button
            aria-label={`Change: ${rule.label}`}
            disabled={waits}
            title={waits ? "Save or cancel the rule you are changing first." : undefined}
            onClick={onOpen}
          >
            Change
          </Button>
        )}
      </div>
      {open && (
        <div className="my-2 grid gap-3 border-l-4 border-rail bg-paper p-3">
          <div className="grid gap-3 sm:grid-cols-2 lg:grid-cols-3">{rule.fields(form)}</div>
          <p className="text-sm text-dim">{touches}</p>
          <div className="flex gap-2">
            <Button type="submit" tone="main" disabled={busy}>
              Save this rule
            </Button>
            <Button onClick={onCancel}>Cancel</Button>
          </div>
        </div>
      )}
    </li>
  );
}

/** Each rule of the barn as a sentence, changed and saved by itself, with a way back. */
export function PolicyForm({ view }: { view: BarnView }) {
  const form = useForm<EditPolicies, unknown, EditPolicies>({
    resolver: zodResolver(EditPolicies),
    defaultValues: { version: view.version, policies: view.policies },
  });
  const { busy, problem, clear, send } = useCommand();
  const [open, setOpen] = useState<string | null>(null);
  const [words, setWords] = useState("");
  /** What stood before the last save. */
  const [before, setBefore] = useState<{ readonly rule: string; readonly policies: PolicyFields } | null>(null);
  const put = async (values: EditPolicies, rule: string | null): Promise<void> => {
    const stood = form.formState.defaultValues?.policies as PolicyFields;
    const answer = await send<{ version: number }>("barn/edit-policies", values);
    if (answer.ok) {
      form.reset({ ...values, version: answer.value.version });
      setBefore(rule === null ? null : { rule, policies: stood });
      setOpen(null);
      // Figures everywhere on the page are in the barn's units.
      if (stood.units !== values.policies.units) location.reload();
    } else if (answer.problem.code === "changed-meanwhile")
      conflict.meet(answer.problem.current as PolicyFields & { version: number });
  };
  const groups = groupsOf(view);
  const ruleOf = (id: string | null): Rule | undefined => groups.flatMap(({ rules }) => rules).find((rule) => rule.id === id);
  const save = form.handleSubmit((values) => put(values, ruleOf(open)?.label ?? null));
  form.watch();
  const conflict = useFormConflict<EditPolicies, PolicyFields>({
    form,
    lines: LINES,
    pathOf: (key) => `policies.${key}` as "policies.name",
    mine: () => form.getValues("policies"),
    save: () => void save(),
  });
  const sought = words.trim().toLowerCase();
  const policies = form.getValues("policies");
  const isSought = (rule: Rule): boolean => `${rule.label} ${rule.say(policies)}`.toLowerCase().includes(sought);
  const shown = groups
    .map((group) => ({ ...group, rules: group.rules.filter(isSought) }))
    .filter(({ rules }) => rules.length > 0);
  return (
    <form noValidate onSubmit={(event) => void save(event)} className="grid gap-4">
      <input
        type="search"
        aria-label="Search a rule"
        placeholder="Search a rule"
        className={`${BARE_INPUT} max-w-72`}
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <p role="status" className="flex min-h-9 flex-wrap items-center gap-2 empty:hidden">
        {before && (
          <>
            ✓ Saved: {before.rule}.
            <Button
              disabled={busy}
              onClick={() => void put({ version: form.getValues("version"), policies: before.policies }, null)}
            >
              Undo
            </Button>
          </>
        )}
      </p>
      {conflict.panel}
      <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
      {shown.length === 0 && <p className="text-dim">No rule has these words.</p>}
      {shown.map((group) => (
        <section key={group.title} aria-label={group.title}>
          <h3>{group.title}</h3>
          <ul>
            {group.rules.map((rule) => (
              <RuleRow
                key={rule.id}
                rule={rule}
                form={form}
                open={open === rule.id}
                busy={busy}
                waits={open !== null && form.formState.isDirty}
                touches={group.touches}
                onOpen={() => {
                  form.reset();
                  setBefore(null);
                  setOpen(rule.id);
                }}
                onCancel={() => {
                  form.reset();
                  clear();
                  setOpen(null);
                }}
              />
            ))}
          </ul>
        </section>
      ))}
    </form>
  );
}
