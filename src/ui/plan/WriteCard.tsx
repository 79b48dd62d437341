/** One session's card by the manager's hand: what is worked in which part, in which order, and why, in their words. */
import { useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import { type ScheduledSession, WORK_ROLES, type WorkRole } from "#core/plan/session.ts";
import { changedBy, type WrittenItem, type WrittenWork } from "#core/plan/written.ts";
import { BARE_INPUT, Button, INPUT } from "#ui/kit/parts.tsx";
import { WORK_ROLE } from "#ui/words/labels.ts";
import { skillWords } from "#ui/words/skills.ts";

/** Of a laid session, in the order of its parts. */
export const itemsOf = ({ warmUp, items, handling, finish }: ScheduledSession): readonly WrittenItem[] => [
  ...warmUp.map((skill) => ({ skill, role: "warm-up" as const })),
  ...items.map(({ skill }) => ({ skill, role: "main" as const })),
  ...handling.map((skill) => ({ skill, role: "handling" as const })),
  ...finish.map((skill) => ({ skill, role: "finish" as const })),
];

/** As many as a rider can keep in mind. */
const MOST = 10;
const MOST_MAIN = 2;

export function WriteCard({
  session,
  day,
  written,
  busy,
  onSave,
  onCancel,
}: {
  session: ScheduledSession;
  /** For the eye. */
  day: string;
  written: WrittenWork | null;
  busy: boolean;
  onSave(written: WrittenWork | null): void;
  onCancel(): void;
}) {
  const [items, setItems] = useState<readonly WrittenItem[]>(written?.items ?? itemsOf(session));
  const [words, setWords] = useState(written?.words ?? "");
  const mains = items.filter(({ role }) => role === "main").length;
  const put = (at: number, next: WrittenItem): void => setItems(items.map((one, i) => (i === at ? next : one)));
  /** Up or down within its part: the parts themselves have their order. */
  const neighbour = (at: number, by: 1 | -1): number => {
    const role = items[at]?.role;
    for (let i = at + by; i >= 0 && i < items.length; i += by) if (items[i]?.role === role) return i;
    return -1;
  };
  const swap = (at: number, by: 1 | -1): void => {
    const to = neighbour(at, by);
    const [a, b] = [items[at], items[to]];
    if (a && b) setItems(items.map((one, i) => (i === at ? b : i === to ? a : one)));
  };
  const trouble =
    mains === 0
      ? "Choose the main work of this session."
      : mains > MOST_MAIN
        ? "A card has at most two main skills. Give the others another part."
        : null;
  return (
    <form
      className="grid gap-2"
      aria-label={`Write the card of ${day}`}
      onSubmit={(event) => {
        event.preventDefault();
        if (trouble) return;
        onSave({ kind: "written", day: session.day, items, words: words.trim(), ...changedBy(itemsOf(session), items) });
      }}
    >
      <ol className="grid gap-1">
        {WORK_ROLES.flatMap((role) =>
          items.map((item, i) =>
            item.role !== role ? null : (
              <li key={`${item.role} ${item.skill}`} className="grid gap-1 border-t border-line pt-1">
                <span className="font-semibold">{skillWords(item.skill)}</span>
                <span className="flex flex-wrap items-center gap-1">
                  <select
                    aria-label={`Part of ${skillWords(item.skill)}`}
                    className={`${BARE_INPUT} w-auto`}
                    value={item.role}
                    onChange={(event) => put(i, { ...item, role: event.target.value as WorkRole })}
                  >
                    {WORK_ROLES.map((one) => (
                      <option
                        key={one}
                        value={one}
                        disabled={one !== item.role && items.some((other) => other.role === one && other.skill === item.skill)}
                      >
                        {WORK_ROLE[one]}
                      </option>
                    ))}
                  </select>
                  <Button
                    aria-label={`${skillWords(item.skill)} earlier`}
                    disabled={neighbour(i, -1) < 0}
                    onClick={() => swap(i, -1)}
                  >
                    ↑
                  </Button>
                  <Button
                    aria-label={`${skillWords(item.skill)} later`}
                    disabled={neighbour(i, 1) < 0}
                    onClick={() => swap(i, 1)}
                  >
                    ↓
                  </Button>
                  <Button
                    aria-label={`Remove ${skillWords(item.skill)} from ${WORK_ROLE[item.role].toLowerCase()}`}
                    onClick={() => setItems(items.filter((_, j) => j !== i))}
                  >
                    Remove
                  </Button>
                </span>
              </li>
            ),
          ),
        )}
      </ol>
      <label className="sign text-dim">
        Add
        <select
          className={`${INPUT} font-sans text-ink`}
          value=""
          disabled={items.length >= MOST}
          onChange={(event) => {
            const skill = event.target.value;
            if (skill) setItems([...items, { skill, role: mains === 0 ? "main" : "handling" }]);
          }}
        >
          <option value="">Choose a skill</option>
          {here()
            .skills.filter(({ id }) => !items.some(({ skill }) => skill === id))
            .map(({ id }) => (
              <option key={id} value={id}>
                {skillWords(id)}
              </option>
            ))}
        </select>
      </label>
      <label className="sign text-dim">
        Why (the rider reads this)
        <input
          className={`${INPUT} font-sans text-ink`}
          maxLength={200}
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
      </label>
      {trouble && <p className="text-oxblood">■ {trouble}</p>}
      <div className="flex flex-wrap gap-1">
        <Button type="submit" tone="main" disabled={busy || trouble !== null}>
          Save this card
        </Button>
        <Button disabled={busy} onClick={onCancel}>
          Cancel
        </Button>
        {written && (
          <Button disabled={busy} onClick={() => onSave(null)}>
            Use the plan's card
          </Button>
        )}
      </div>
    </form>
  );
}
