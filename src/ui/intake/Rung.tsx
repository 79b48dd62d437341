import { type ReactNode, useState } from "react";
import type { WalkFields } from "#contracts/intake.ts";
import { here } from "#contracts/ladder.here.ts";
import type { WalkView } from "#contracts/views.intake.ts";
import { RIDDEN_RUNG, type WalkStep as RungFacts } from "#core/intake/instrument.ts";
import { notYetForSaddle } from "#core/intake/outcome.ts";
import { SIGNS } from "#core/intake/signs.ts";
import { SCORES, sidesOf, type TrackSide } from "#core/kernel/sides.ts";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { Anchor, useUnderThumb } from "#ui/ladder/Anchor.tsx";
import { listed } from "#ui/words/figures.ts";
import { SCORE_WORDS } from "#ui/words/labels.ts";
import { SignChip } from "./SignChip.tsx";
import { SignDetail } from "./SignDetail.tsx";
import { SignGroups } from "./SignGroups.tsx";
import type { WalkState } from "./use-walk.ts";

function Scores({
  name,
  anchors,
  value,
  onPick,
}: {
  name: string;
  anchors: readonly string[] | undefined;
  value: number | null | undefined;
  onPick(score: number | null): void;
}) {
  const thumb = useUnderThumb(value);
  const button = (score: number | null, words: string, label: string) => (
    <button
      key={words}
      type="button"
      aria-pressed={value === score}
      aria-label={`${name}: ${label}`}
      title={label}
      onClick={() => onPick(score)}
      {...thumb.over(score)}
      className={`sign h-12 min-w-0 flex-1 border text-lg ${value === score ? "border-rail bg-rail text-on-rail" : "border-line bg-paper"}`}
    >
      {words}
    </button>
  );
  return (
    <div>
      <div role="group" aria-label={name} className="flex min-w-0">
        {SCORES.map((score) => button(score, String(score), `${score}, ${SCORE_WORDS[score]}`))}
        {button(null, "–", "not seen")}
      </div>
      <Anchor scores={anchors} score={thumb.score} />
    </div>
  );
}

function SkillRow({
  id,
  isGoal,
  anchors,
  walk,
  put,
}: {
  id: string;
  isGoal: boolean;
  anchors: readonly string[] | undefined;
  walk: WalkFields;
  put: WalkState["put"];
}) {
  const skill = here().of(id);
  const scoreOf = (side: TrackSide) => walk.marks.find((mark) => mark.skill === id && mark.side === side)?.score;
  const scores = (side: TrackSide) => (
    <Scores
      name={`${skill.words}${side === "both" ? "" : `, ${side}`}`}
      anchors={anchors}
      value={scoreOf(side)}
      onPick={(score) => put({ kind: "mark", skill: id, side }, score)}
    />
  );
  const done = sidesOf(skill.sided).every((side) => scoreOf(side) !== undefined);
  return (
    <div
      className={`grid grid-cols-2 items-center gap-x-3 gap-y-1 border-b border-line pt-2 pb-0.5 ${skill.sided ? "md:grid-cols-[1fr_9.5rem_1fr]" : "md:grid-cols-2"}`}
    >
      <p
        className={`sign col-span-2 leading-tight md:col-span-1 md:row-start-1 md:self-start md:pt-3.5 ${skill.sided ? "text-center md:col-start-2" : "text-center md:text-right"}`}
      >
        {done ? "✓ " : ""}
        <a className="text-ink underline decoration-line" href={`/skill/${id}`}>
          {skill.words}
        </a>
        {isGoal && <span className="block text-sm text-ochre">a goal of this stay</span>}
      </p>
      {skill.sided ? (
        <>
          <div className="md:col-start-1 md:row-start-1">{scores("left")}</div>
          <div className="md:col-start-3 md:row-start-1">{scores("right")}</div>
        </>
      ) : (
        <div className="col-span-2 md:col-span-1 md:col-start-2 md:row-start-1 md:max-w-[19.5rem]">{scores("both")}</div>
      )}
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

/** One rung of the walk: what to look at, scores at their own hand, signs, words, and the way out. */
export function Rung({
  rung,
  goals,
  anchors,
  state,
  children,
}: {
  rung: RungFacts;
  goals: WalkView["goals"];
  anchors: WalkView["anchors"];
  state: WalkState;
  children?: ReactNode;
}) {
  const { walk, put, putAll } = state;
  const open = rung.skills.flatMap((skill) =>
    sidesOf(here().of(skill).sided)
      .filter((side) => !walk.marks.some((mark) => mark.skill === skill && mark.side === side))
      .map((side) => ({ kind: "mark", skill, side }) as const),
  );
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
          <div className="sign hidden grid-cols-[1fr_9.5rem_1fr] gap-x-3 text-dim md:grid" aria-hidden="true">
            <span>◀ Left</span>
            <span />
            <span className="text-right">Right ▶</span>
          </div>
          {rung.skills.map((id) => (
            <SkillRow key={id} id={id} isGoal={goals.includes(id)} anchors={anchors[id]} walk={walk} put={put} />
          ))}
          {open.length > 0 && (
            <Button className="mt-2" onClick={() => putAll(open, null)}>
              Rest of this step: not seen
            </Button>
          )}
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
      <div className="mt-2">
        <label className="sign flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5"
            checked={walk.stoppedAt === rung.id}
            onChange={(event) => put({ kind: "plain", name: "stoppedAt" }, event.target.checked ? rung.id : null)}
          />{" "}
          Stop here: not safe (what you scored still counts)
        </label>
        {walk.stoppedAt === rung.id && (
          <input
            aria-label="Why the evaluation stopped here"
            placeholder="Why?"
            className={INPUT}
            maxLength={500}
            value={walk.stopReason}
            onChange={(event) => put({ kind: "plain", name: "stopReason" }, event.target.value)}
          />
        )}
      </div>
    </div>
  );
}
