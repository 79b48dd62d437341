/** What was read from the owner's words: each a proposal to be taken with one tap; what was not read is said. */
import { here } from "#contracts/ladder.here.ts";
import type { ReadGoal, RequestReading } from "#core/intake/request.ts";
import { Button } from "#ui/kit/parts.tsx";

interface Props {
  readonly read: Pick<RequestReading, "notRead" | "notNow">;
  /** Not taken yet. */
  readonly proposed: readonly ReadGoal[];
  onTake(goals: readonly ReadGoal[]): void;
}

export function GoalsRead({ read, proposed, onTake }: Props) {
  return (
    <>
      {proposed.length > 0 && (
        <div className="my-2 border-l-4 border-ochre bg-ochre-soft px-3 py-2">
          <p>▲ Suggested from the owner’s words. A suggestion changes nothing until you add it as a goal.</p>
          <ul>
            {proposed.map((goal) => (
              <li key={goal.skill} className="flex flex-wrap items-center gap-2 py-1">
                <Button aria-label={`Add as a goal: ${here().of(goal.skill).words}`} onClick={() => onTake([goal])}>
                  Add
                </Button>
                <strong>{here().of(goal.skill).words}</strong>
                <span className="text-dim">“{goal.words}”</span>
              </li>
            ))}
          </ul>
          {proposed.length > 1 && <Button onClick={() => onTake(proposed)}>Add all {proposed.length}</Button>}
        </div>
      )}
      {read.notRead.map((words) => (
        <p key={words} className="text-ochre">
          ▲ Not understood: “{words}”. Add a goal for it by hand, or ask the owner.
        </p>
      ))}
      {read.notNow.map((words) => (
        <p key={words} className="text-dim">
          Probably not for this term: “{words}”.
        </p>
      ))}
    </>
  );
}
