/** The owner at the barn: visits and lessons, planned and logged, with what the owner needed help with. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { VISIT_STATES, VisitFields } from "#contracts/owner.ts";
import type { LetterView, VisitView } from "#contracts/views.owner.ts";
import { type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import type { VisitId } from "#core/kernel/brand.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { Button, INPUT, Picks, Trouble } from "#ui/kit/parts.tsx";
import { useCommand } from "#ui/kit/use-command.ts";
import { clockAsMinutes, inner, listed, minutesAsClock } from "#ui/words/figures.ts";
import { VISIT_KIND, VISIT_STATE } from "#ui/words/owner.ts";

const words = (id: string): string => here().of(id).words;
const named = (ids: readonly string[]): string => listed(ids.map((id) => inner(words(id))));
const when = ({ day, minute }: Pick<VisitFields, "day" | "minute">): string =>
  `${sayDate(day)}${minute === null ? "" : `, ${minutesAsClock(minute)}`}`;

interface EditProps {
  readonly view: LetterView;
  readonly value: VisitFields;
  onChange(part: Partial<VisitFields>): void;
}
function Fields({ view, value, onChange }: EditProps) {
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-3">
        <label className="sign text-dim">
          What
          <select
            className={`${INPUT} font-sans text-ink`}
            value={value.kind}
            onChange={(event) => onChange({ kind: event.target.value as VisitFields["kind"] })}
          >
            <option value="visit">{VISIT_KIND.visit}</option>
            <option value="lesson">{VISIT_KIND.lesson}</option>
          </select>
        </label>
        <label className="sign text-dim">
          On
          <input
            type="date"
            className={`${INPUT} font-sans text-ink`}
            value={value.day}
            onChange={(event) => onChange({ day: event.target.value as LocalDate })}
          />
        </label>
        <label className="sign text-dim">
          At
          <input
            type="time"
            className={`${INPUT} font-sans text-ink`}
            value={value.minute === null ? "" : minutesAsClock(value.minute)}
            onChange={(event) => onChange({ minute: event.target.value ? clockAsMinutes(event.target.value) : null })}
          />
        </label>
      </div>
      {view.lesson.length > 0 && (
        <details>
          <summary className="sign cursor-pointer text-slate">
            The owner does: {value.plan.length === 0 ? "nothing chosen yet" : value.plan.map(words).join("; ")}
          </summary>
          <Picks
            legend="What the owner does"
            options={view.lesson.map((id) => [id, words(id)] as const)}
            value={value.plan}
            onChange={(plan) => onChange({ plan: plan.slice(0, 12) })}
          />
          <dl>
            {value.plan
              .filter((id) => view.lessonHow[id])
              .map((id) => (
                <div key={id} className="border-t border-line py-1">
                  <dt className="sign">{words(id)}</dt>
                  <dd>{view.lessonHow[id]}</dd>
                </div>
              ))}
          </dl>
        </details>
      )}
    </div>
  );
}

const ROWS: readonly (readonly [keyof VisitFields, string, (x: VisitFields) => string])[] = [
  ["kind", "What", (x) => VISIT_KIND[x.kind]],
  ["day", "On", (x) => sayDate(x.day)],
  ["minute", "At", (x) => (x.minute === null ? "" : minutesAsClock(x.minute))],
  ["plan", "The owner does", (x) => x.plan.map(words).join("; ")],
  ["state", "Status", (x) => VISIT_STATE[x.state]],
  ["help", "Needed help with", (x) => x.help.map(words).join("; ")],
  ["words", "Note on it", (x) => x.words],
];

interface RowProps {
  readonly view: LetterView;
  readonly visit: VisitView;
  onSaved(visit: VisitView): void;
}
function Row({ view, visit, onSaved }: RowProps) {
  const [content, setContent] = useState(visit.content);
  const [version, setVersion] = useState(visit.version);
  const [theirs, setTheirs] = useState<VisitView | null>(null);
  const { busy, problem, send } = useCommand();
  const change = (part: Partial<VisitFields>): void => setContent((before) => ({ ...before, ...part }));
  const save = async (part: Partial<VisitFields> = {}): Promise<void> => {
    const next = { ...content, ...part };
    const answer = await send<{ id: VisitId; version: number }>("owner/save-visit", {
      stay: view.stay,
      id: visit.id,
      version,
      content: next,
    });
    if (!answer.ok) {
      if (answer.problem.code === "changed-meanwhile") setTheirs(answer.problem.current as VisitView);
      return;
    }
    setContent(next);
    setVersion(answer.value.version);
    onSaved({ id: visit.id, version: answer.value.version, content: next });
  };
  const { state, help } = content;
  const put = (next: (typeof VISIT_STATES)[number]): Promise<void> => save({ state: next });
  return (
    <li className="border-t border-line py-1">
      <details open={state === "planned" && content.day <= view.today}>
        <summary className="cursor-pointer">
          {when(content)} · {VISIT_KIND[content.kind]}: {VISIT_STATE[state]}
          {state === "given" && help.length > 0 && `, help with ${named(help)}`}
        </summary>
        <div className="grid gap-2 py-2">
          <Fields view={view} value={content} onChange={change} />
          {content.plan.length > 0 && content.day <= view.today && (
            <Picks
              legend="Needed help with"
              options={content.plan.map((id) => [id, words(id)] as const)}
              value={help}
              onChange={(next) => change({ help: next })}
            />
          )}
          <label className="sign text-dim">
            Note on it
            <textarea
              rows={2}
              maxLength={2000}
              className={`${INPUT} font-sans text-ink`}
              value={content.words}
              onChange={(event) => change({ words: event.target.value })}
            />
          </label>
          <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
          {theirs && (
            <Conflict
              rows={ROWS.map(([key, label, say]) => ({ key, label, mine: say(content), theirs: say(theirs.content) })).filter(
                (row) => row.mine !== row.theirs,
              )}
              onTake={(key) => change({ [key]: theirs.content[key as keyof VisitFields] } as Partial<VisitFields>)}
              onKeepMine={() => {
                setVersion(theirs.version);
                setTheirs(null);
              }}
              onTakeTheirs={() => {
                setContent(theirs.content);
                setVersion(theirs.version);
                setTheirs(null);
              }}
            />
          )}
          <div className="flex flex-wrap gap-1">
            <Button disabled={busy} onClick={() => void save()}>
              Save
            </Button>
            {state !== "given" && content.day <= view.today && (
              <Button tone="main" disabled={busy} onClick={() => void put("given")}>
                It took place
              </Button>
            )}
            {state === "planned" ? (
              <Button disabled={busy} onClick={() => void put("cancelled")}>
                Cancel the visit
              </Button>
            ) : (
              <Button disabled={busy} onClick={() => void put("planned")}>
                Plan it again
              </Button>
            )}
          </div>
        </div>
      </details>
    </li>
  );
}

export function Visits({ view }: { view: LetterView }) {
  const [visits, setVisits] = useState(view.visits);
  const empty: VisitFields = {
    kind: "lesson",
    day: view.today,
    minute: null,
    plan: [],
    state: "planned",
    help: [],
    words: "",
  };
  const [added, setAdded] = useState(empty);
  const { busy, problem, send } = useCommand();
  const add = async (): Promise<void> => {
    const answer = await send<{ id: VisitId; version: number }>("owner/save-visit", {
      stay: view.stay,
      id: null,
      version: null,
      content: added,
    });
    if (!answer.ok) return;
    setVisits([...visits, { id: answer.value.id, version: answer.value.version, content: added }]);
    setAdded(empty);
  };
  const ordered = [...visits].sort((a, b) => a.content.day.localeCompare(b.content.day));
  return (
    <section aria-labelledby="visits-title" className="grid gap-2 border-t-2 border-rail pt-4">
      <h2 id="visits-title">Visits and lessons</h2>
      {visits.length === 0 && <p className="text-dim">No visits yet.</p>}
      <ul>
        {ordered.map((visit) => (
          <Row
            key={visit.id}
            view={view}
            visit={visit}
            onSaved={(next) => setVisits((before) => before.map((one) => (one.id === next.id ? next : one)))}
          />
        ))}
      </ul>
      <details>
        <summary className="sign cursor-pointer text-slate">Plan one</summary>
        <div className="grid gap-2 pt-2">
          <Fields view={view} value={added} onChange={(part) => setAdded((before) => ({ ...before, ...part }))} />
          <Trouble problem={problem} />
          <Button className="justify-self-start" disabled={busy} onClick={() => void add()}>
            Plan it
          </Button>
        </div>
      </details>
      <p className="text-sm text-dim">
        Helmet and boots for the owner too, and somebody at the horse's head. No lesson on a day when the gate is shut.
      </p>
    </section>
  );
}
