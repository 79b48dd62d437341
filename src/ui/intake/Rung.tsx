import { type ReactNode, useState } from "react";
import type { WalkFields } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { WalkView } from "#contracts/views.intake.ts";
import { RIDDEN_RUNG, type WalkStep as RungFacts } from "#core/intake/instrument.ts";
import { notYetForSaddle } from "#core/intake/outcome.ts";
import type { WalkMark } from "#core/intake/seen.ts";
import { SIGNS } from "#core/intake/signs.ts";
import { SCORES, type TrackSide } from "#core/kernel/sides.ts";
import { INPUT } from "#ui/kit/parts.tsx";
import { Anchor, useUnderThumb } from "#ui/ladder/Anchor.tsx";
import { listed } from "#ui/words/figures.ts";
import { SCORE_WORDS } from "#ui/words/labels.ts";
import { SignChip } from "./SignChip.tsx";
import { SignDetail } from "./SignDetail.tsx";
import { SignGroups } from "./SignGroups.tsx";
import type { WalkState } from "./use-walk.ts";

/** Six cells, outward from the name as the ladder is drawn: a left side counts up to the left. A second tap on a score takes it away again: not seen. */
function Scores({
  name,
  side,
  anchors,
  value,
  before,
  onPick,
}: {
  name: string;
  side: TrackSide;
  anchors: readonly string[] | undefined;
  value: number | null;
  /** At the evaluation before. */
  before: number | null;
  onPick(score: number | null): void;
}) {
  const thumb = useUnderThumb(value);
  const cells = side === "left" ? [...SCORES].reverse() : SCORES;
  return (
    <div>
      <div role="group" aria-label={name} className="flex min-w-0">
        {cells.map((score) => {
          const label = `${score}, ${SCORE_WORDS[score]}${score === before ? ", as before" : ""}`;
          return (
            <button
              key={score}
              type="button"
              aria-pressed={value === score}
              aria-label={`${name}: ${label}`}
              title={label}
              onClick={() => onPick(value === score ? null : score)}
              {...thumb.over(score)}
              className={`sign h-[52px] min-w-0 flex-1 border text-lg ${value === score ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"} ${score === before ? "outline-2 -outline-offset-4 outline-dashed outline-ochre" : ""}`}
            >
              {score}
            </button>
          );
        })}
      </div>
      <Anchor scores={anchors} score={thumb.score} className={side === "left" ? "text-right" : ""} />
    </div>
  );
}

function SkillRow({
  id,
  isGoal,
  anchors,
  walk,
  before,
  put,
}: {
  id: string;
  isGoal: boolean;
  anchors: readonly string[] | undefined;
  walk: WalkFields;
  before: readonly WalkMark[];
  put: WalkState["put"];
}) {
  const skill = here().of(id);
  const scoreIn = (marks: readonly WalkMark[], side: TrackSide) =>
    marks.find((mark) => mark.skill === id && mark.side === side)?.score ?? null;
  const scores = (side: TrackSide) => (
    <Scores
      name={`${skill.words}${side === "both" ? "" : `, ${side}`}`}
      side={side}
      anchors={anchors}
      value={scoreIn(walk.marks, side)}
      before={scoreIn(before, side)}
      onPick={(score) => put({ kind: "mark", skill: id, side }, score)}
    />
  );
  const name = (
    <>
      <a className="text-ink underline decoration-line" href={`/skill/${id}`}>
        {skill.words}
      </a>
      {isGoal && <span className="block text-sm text-ochre">a goal of this stay</span>}
    </>
  );
  // What has no sides stands in the middle, across the spine.
  return skill.sided ? (
    <div className="grid grid-cols-2 items-start gap-x-3 border-b border-line pt-1.5 md:grid-cols-[1fr_10.25rem_1fr]">
      <p className="sign col-span-2 text-center leading-tight md:col-span-1 md:col-start-2 md:row-start-1 md:flex md:min-h-[52px] md:flex-col md:justify-center">
        {name}
      </p>
      <div className="md:col-start-1 md:row-start-1">{scores("left")}</div>
      <div className="md:col-start-3 md:row-start-1">{scores("right")}</div>
    </div>
  ) : (
    <div className="grid items-start gap-x-3 border-b border-line pt-1.5 md:grid-cols-[1fr_19rem_1fr]">
      <p className="sign leading-tight max-md:text-center md:flex md:min-h-[52px] md:flex-col md:justify-center md:text-right">
        {name}
      </p>
      {scores("both")}
    </div>
  );
}

function Signs({ rung, walk, put }: { rung: RungFacts; walk: WalkFields; put: WalkState["put"] }) {
  const chip = (sign: string) => (
    <SignChip
      key={sign}
      sign={sign}
      strengthOf={(side) =>
        walk.signs.find((seen) => seen.rung === rung.id && seen.sign === sign && seen.side === side)?.strength
      }
      onPut={(side, strength) => put({ kind: "sign", rung: rung.id, sign, side }, strength)}
    />
  );
  const others = SIGNS.map((sign) => sign.id).filter((id) => !rung.signs.includes(id));
  const seenElse = others.filter((id) => walk.signs.some((seen) => seen.rung === rung.id && seen.sign === id));
  return (
    <section aria-labelledby={`signs-${rung.id}`} className="pt-3">
      <h3 id={`signs-${rung.id}`}>Signs</h3>
      <div className="flex flex-wrap gap-2 pt-1">{[...rung.signs, ...seenElse].map(chip)}</div>
      <div className="grid gap-1 pt-2">
        {[...rung.signs, ...seenElse].map((sign) => (
          <SignDetail key={sign} put={put} seen={walk.signs.filter((seen) => seen.rung === rung.id && seen.sign === sign)} />
        ))}
      </div>
      <details className="pt-2">
        <summary className="sign min-h-9 cursor-pointer text-slate">Other signs</summary>
        <SignGroups without={[...rung.signs, ...seenElse]} chip={chip} />
      </details>
    </section>
  );
}

/** One step of the walk: what to look at, scores at their own hand, signs, words. `children`: what this step asks for besides. */
export function Rung({
  rung,
  goals,
  anchors,
  before,
  state,
  children,
}: {
  rung: RungFacts;
  goals: WalkView["goals"];
  anchors: WalkView["anchors"];
  before: readonly WalkMark[];
  state: WalkState;
  children?: ReactNode;
}) {
  const { walk, put } = state;
  const missing = rung.id === RIDDEN_RUNG ? notYetForSaddle(walk.marks, here()) : [];
  const [opened, setOpened] = useState(walk.saddleReason !== "");
  const shut = missing.length > 0 && !opened;
  return (
    <div>
      <p className="text-lg">{rung.prompt}</p>
      {rung.caution && <p className="mt-1 border-l-4 border-ochre bg-ochre-soft px-3 py-1">▲ {rung.caution}</p>}
      {rung.stopWhen && <p className="mt-1 text-oxblood">■ Stop when {rung.stopWhen}.</p>}
      {missing.length > 0 && (
        <div className="my-2 border-2 border-oxblood p-3">
          <p>
            <strong>Do not get on yet.</strong> Below 3 on the weaker side:{" "}
            {listed(missing.map((id) => here().of(id).words.toLowerCase()))}.
          </p>
          <label className="sign mt-1 flex min-h-11 items-center gap-2">
            <input type="checkbox" className="size-5" checked={opened} onChange={(event) => setOpened(event.target.checked)} />{" "}
            Ride anyway, because:
          </label>
          {opened && (
            <input
              aria-label="Reason for riding"
              className={INPUT}
              maxLength={500}
              value={walk.saddleReason}
              onChange={(event) => put({ kind: "plain", name: "saddleReason" }, event.target.value)}
            />
          )}
        </div>
      )}
      {!shut && rung.skills.length > 0 && (
        <div className="pt-2">
          <div className="sign hidden grid-cols-[1fr_10.25rem_1fr] gap-x-3 text-dim md:grid" aria-hidden="true">
            <span className="text-right">◀ left</span>
            <span />
            <span>right ▶</span>
          </div>
          {rung.skills.map((id) => (
            <SkillRow key={id} id={id} isGoal={goals.includes(id)} anchors={anchors[id]} walk={walk} before={before} put={put} />
          ))}
        </div>
      )}
      {children}
      <Signs rung={rung} walk={walk} put={put} />
      <label className="sign mt-3 block text-dim">
        In words
        <textarea
          className={`${INPUT} font-sans text-ink`}
          rows={2}
          maxLength={2000}
          value={walk.words[rung.id] ?? ""}
          onChange={(event) => put({ kind: "words", rung: rung.id }, event.target.value)}
        />
      </label>
    </div>
  );
}
