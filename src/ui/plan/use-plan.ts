/** Goals and pins of a plan as they are on this screen, saved with whoever else is at them: pins are joined, goals that both changed are asked about. */
import { useState } from "react";
import type { PlanView } from "#contracts/views.plan.ts";
import { type Merged, mergeKeyed } from "#core/kernel/merge-keyed.ts";
import type { Pin } from "#core/plan/asked.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { useCommand } from "#ui/kit/use-command.ts";

interface Theirs {
  readonly version: number;
  readonly goals: readonly PlanGoal[];
  readonly pins: readonly Pin[];
}
export interface PlanState {
  readonly goals: readonly PlanGoal[];
  readonly pins: readonly Pin[];
  readonly busy: boolean;
  readonly problem: ReturnType<typeof useCommand>["problem"];
  /** Goals that somebody else changed too, while these were typed. */
  readonly joined: Merged<PlanGoal> | null;
  saveGoals(goals: readonly PlanGoal[]): Promise<boolean>;
  savePins(pins: readonly Pin[]): Promise<void>;
}

export function usePlan(view: PlanView): PlanState {
  const [goals, setGoals] = useState<readonly PlanGoal[]>(view.record?.goals ?? []);
  const [pins, setPins] = useState<readonly Pin[]>(view.record?.pins ?? []);
  const [version, setVersion] = useState(view.version);
  const [joined, setJoined] = useState<Merged<PlanGoal> | null>(null);
  const { busy, problem, send } = useCommand();

  const saveGoals = async (next: readonly PlanGoal[]): Promise<boolean> => {
    const answer = await send<{ version: number }>("plan/set-goals", { stay: view.stay, version, goals: next });
    if (answer.ok) {
      setVersion(answer.value.version);
      setGoals(next);
      setJoined(null);
      return true;
    }
    if (answer.problem.code === "changed-meanwhile") {
      const theirs = answer.problem.current as Theirs;
      setJoined(mergeKeyed(({ skill }) => skill, goals, next, theirs.goals));
      setGoals(theirs.goals);
      setPins(theirs.pins);
      setVersion(theirs.version);
    }
    return false;
  };
  const savePins = async (next: readonly Pin[]): Promise<void> => {
    let [base, mine, at] = [pins, next, version];
    // Somebody else's pins are joined with these; twice at the most, then the message stands.
    for (let tried = 0; tried < 2; tried += 1) {
      const answer = await send<{ version: number }>("plan/set-pins", { stay: view.stay, version: at, pins: mine });
      if (answer.ok) {
        setVersion(answer.value.version);
        setPins(mine);
        return;
      }
      if (answer.problem.code !== "changed-meanwhile") return;
      const theirs = answer.problem.current as Theirs;
      [mine, base, at] = [mergeKeyed((pin) => JSON.stringify(pin), base, mine, theirs.pins).joined, theirs.pins, theirs.version];
      setGoals(theirs.goals);
      setVersion(at);
    }
  };
  return { goals, pins, busy, problem, joined, saveGoals, savePins };
}
