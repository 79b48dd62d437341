/** A first time, one stage at a time: what is asked now, whether it was accepted, the best place to stop on each side, and back to the good side to end. */

import { here } from "#contracts/ladder.here.ts";
import type { MountReached } from "#core/card/first-step.ts";
import {
  accepted,
  backTo,
  beginTaking,
  furthest,
  isOver,
  nextStage,
  type Reached,
  rankIn,
  STAGES_OF,
  scoresOf,
  sideNow,
  stoppedHere,
  type TakenStep,
  type Taking,
  wentBack,
} from "#core/card/first-step.ts";
import { type TrackSide } from "#core/kernel/sides.ts";
import { hasTag } from "#core/ladder/ladder.ts";
import { Button } from "#ui/kit/parts.tsx";
import { inner } from "#ui/words/figures.ts";
import { STAGE, STOP_AT, sayMount, sayTaken, TAKEN_WORDS } from "#ui/words/first-steps.ts";
import { SIDE } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

const mountOf = ({ left = null, right = null }: Reached): MountReached => ({ left, right }) as MountReached;

/** `skills`: those that the step is the first time of; what is reached stands as their score. */
export function FirstStep({
  step,
  skills,
  view,
  draft,
  put,
}: Part & { readonly step: TakenStep; readonly skills: readonly string[] }) {
  const taking = draft.taking?.step === step ? draft.taking : null;
  const ladder = here();
  const of =
    step === "mount"
      ? ladder.skills.filter((skill) => hasTag(skill, "stirrup-weight", "lie-across", "sit"))
      : skills.flatMap((id) => ladder.find(id) ?? []);
  const set = (next: Taking): void => {
    const ids = of.map(({ id }) => id);
    const given = scoresOf(next, of);
    put({
      taking: next,
      ...(step === "mount" ? { mount: mountOf(next.reached) } : { taken: { step, reached: next.reached } }),
      scores: [...draft.scores.filter(({ skill }) => !ids.includes(skill)), ...given],
    });
  };
  const sided = step === "mount" || of.some((skill) => skill.sided);
  const easy = view.essentials.hard === "left" ? "right" : "left";
  const side = taking && sideNow(taking);
  const next = taking && nextStage(taking);
  const back = taking && backTo(taking);
  const where = (one: TrackSide): string => (one === "both" ? "" : t(" on the {side}", { side: SIDE[one] }));
  const earlier = step === "mount" ? draft.mount && sayMount(draft.mount) : draft.taken?.step === step && sayTaken(draft.taken);
  return (
    <section aria-labelledby="step-title" className="grid gap-2">
      <h2 id="step-title">{TAKEN_WORDS[step]}</h2>
      <p className="text-oxblood">■ {STOP_AT[step]}</p>
      <p>{t("Once, in the middle of the session. Only as far as the horse offers.")}</p>
      {!taking && (
        <>
          {earlier && <p>{earlier}</p>}
          <Button big onClick={() => set(beginTaking(step, sided, easy))}>
            {earlier ? t("Start again") : sided ? t("Start on the easy side") : t("Begin")}
          </Button>
        </>
      )}
      {taking && (
        <>
          {side && (
            <ol aria-label={`${t("Stages")}${where(side)}`} className="grid gap-0.5">
              {STAGES_OF[step].slice(0, rankIn(taking, furthest(taking)) + 1).map((stage) => {
                const done = rankIn(taking, stage) <= rankIn(taking, taking.reached[side]);
                const now = stage === next;
                return (
                  <li
                    key={stage}
                    aria-current={now ? "step" : undefined}
                    className={`border px-2 py-1 ${now ? "border-2 border-ink bg-straw text-lg" : done ? "border-rail" : "border-line text-dim"}`}
                  >
                    <span aria-hidden="true">{done ? "✓ " : now ? "▶ " : "○ "}</span>
                    {STAGE[stage]}
                    <span className="sr-only">{done ? t(", accepted") : now ? t(", now") : t(", not yet")}</span>
                  </li>
                );
              })}
            </ol>
          )}
          {back && (
            <>
              <p role="status">
                {t("Back to the {side}: {stage}, once more, softly. Then stop.", {
                  side: SIDE[back.side],
                  stage: inner(STAGE[back.stage]),
                })}
              </p>
              <Button big tone="main" onClick={() => set(wentBack(taking))}>
                {t("Ended on the good side")}
              </Button>
            </>
          )}
          {isOver(taking) && (
            <p role="status">
              {step === "mount" ? sayMount(mountOf(taking.reached)) : sayTaken(taking)}{" "}
              {t("Let the horse rest, with everything off or on a long rein. That is enough for today.")}
            </p>
          )}
          {side && (
            <>
              <p role="status">
                {side === "both" ? "" : t("On the {side}. ", { side: SIDE[side] })}
                {next ? t("Twice softly, then the next stage.") : t("That is far enough for today. Let the horse rest.")}
                {taking.done === 1 && t(" After the rest, go as far as on the first side.")}
              </p>
              <div className="grid gap-1">
                {next && (
                  <Button big tone="main" onClick={() => set(accepted(taking))}>
                    {t("Accepted: {stage}", { stage: inner(STAGE[next]) })}
                  </Button>
                )}
                <Button big onClick={() => set(stoppedHere(taking))}>
                  {t("Stop here{where}: the best place", { where: where(side) })}
                </Button>
              </div>
            </>
          )}
        </>
      )}
    </section>
  );
}
