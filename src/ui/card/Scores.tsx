import { type ReactNode, useLayoutEffect, useRef, useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import { SCORES, type Score, sidesOf, type TrackSide } from "#core/kernel/sides.ts";
import type { WorkItem } from "#core/plan/card-work.ts";
import { later } from "#ui/kit/later.tsx";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { Anchor, useUnderThumb } from "#ui/ladder/Anchor.tsx";
import { SCORE_WORDS, SIDE, WORK_ROLE } from "#ui/words/labels.ts";
import { sayReason } from "#ui/words/reasons.ts";
import { sayConditions, sidedWords, skillWords } from "#ui/words/skills.ts";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";
import { SwapItem } from "./SwapItem.tsx";

/** Few skills have a figure beside their score. */
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const MeasureTaker = later(async () => (await import("./MeasureTaker.tsx")).MeasureTaker);

function Row({
  skill,
  anchors,
  side,
  last,
  value,
  onPick,
}: {
  skill: string;
  anchors: readonly string[] | undefined;
  side: TrackSide;
  last: readonly number[];
  value: Score | undefined;
  onPick(score: Score | null): void;
}) {
  const name = sidedWords(skill, side);
  const thumb = useUnderThumb(value);
  return (
    <div className="py-1">
      <p className="flex justify-between text-sm">
        <span className="sign">{side === "both" ? "" : side === "left" ? t("◀ Left") : t("Right ▶")}</span>
        <span className="text-dim">
          {last.length > 0 ? t("last {scores}", { scores: last.join(" · ") }) : t("not scored yet")}
        </span>
      </p>
      <div role="group" aria-label={name} className="flex">
        {SCORES.map((score) => (
          <button
            key={score}
            type="button"
            aria-pressed={value === score}
            aria-label={`${name}: ${score}, ${SCORE_WORDS[score]}`}
            onClick={() => onPick(value === score ? null : score)}
            {...thumb.over(score)}
            className={`sign h-14 flex-1 border text-xl ${value === score ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"}`}
          >
            {score}
          </button>
        ))}
      </div>
      <Anchor scores={anchors} score={thumb.score} />
    </div>
  );
}

const boxOf = (skill: string): string => `work-${skill}`;
/** A skill of the card; on a phone a line with what was scored, until it is its turn. A desk shows all. */
function Fold({
  id,
  open,
  words,
  given,
  onOpen,
  children,
}: {
  id: string;
  open: boolean;
  words: string;
  given: string;
  onOpen(): void;
  children: ReactNode;
}) {
  return (
    <div id={id} className="relative border-t border-line">
      {!open && (
        <button type="button" className="flex min-h-14 w-full items-center gap-3 text-left md:hidden" onClick={onOpen}>
          <span className="sign grow">{words}</span>
          <span>{given}</span>
        </button>
      )}
      <div className={`py-2 ${open ? "" : "max-md:hidden"}`}>{children}</div>
    </div>
  );
}

const orderOf = (item: WorkItem, sides: readonly TrackSide[]): readonly TrackSide[] =>
  item.side && sides.includes(item.side) ? [item.side, ...sides.filter((side) => side !== item.side)] : sides;

/** What the card asks for, in its order, each side by itself; and anything else that was worked. */
export function Scores({ view, draft, put: change }: Part) {
  const { scores, swaps } = draft;
  const onChange = (next: typeof scores): void => change({ scores: next });
  const swapOf = (skill: string) => swaps.find((one) => one.skill === skill);
  const listed = view.work.items.map((item) => item.skill);
  const [added, setAdded] = useState<readonly string[]>(() =>
    [...new Set([...scores.map((given) => given.skill), ...swaps.flatMap(({ did }) => did ?? [])])].filter(
      (skill) => !listed.includes(skill),
    ),
  );
  /** Typed to find something else that was worked. */
  const [sought, setSought] = useState("");
  const [turned, setTurned] = useState<readonly string[]>([]);
  /** Whose cells were touched last: they stay open on a phone until another skill's are. */
  const [touched, setTouched] = useState<string | null>(null);
  const held = useRef<{ readonly skill: string; readonly top: number } | null>(null);
  /** What folds above the thumb must not move the next cell under it. */
  const touch = (skill: string): void => {
    const box = document.getElementById(boxOf(skill));
    held.current = box ? { skill, top: box.getBoundingClientRect().top } : null;
    setTouched(skill);
  };
  useLayoutEffect(() => {
    const box = held.current && document.getElementById(boxOf(held.current.skill));
    if (held.current && box) scrollBy(0, box.getBoundingClientRect().top - held.current.top);
    held.current = null;
  });
  const put = (skill: string, side: TrackSide, score: Score | null): void => {
    touch(skill);
    const rest = scores.filter((given) => given.skill !== skill || given.side !== side);
    onChange(score === null ? rest : [...rest, { skill, side, score }]);
  };
  const { smaller } = view.work;
  const isScored = (skill: string): boolean => scores.some((given) => given.skill === skill);
  // Of the smaller version only that is asked, and what was worked all the same.
  const isAsked = ({ skill, role }: WorkItem): boolean =>
    !draft.smaller || smaller.includes(skill) || role === "handling" || isScored(skill);
  const calmed = draft.calm?.answer === "yes" && !listed.includes(draft.calm.skill) ? [draft.calm.skill] : [];
  const more = [...new Set([...(draft.smaller ? smaller.filter((skill) => !listed.includes(skill)) : []), ...calmed, ...added])];
  const items: WorkItem[] = [
    // What is finished with may have been worked already: it is scored once.
    ...view.work.items.filter((item, i, all) => all.findIndex(({ skill }) => skill === item.skill) === i).filter(isAsked),
    ...more.map((skill) => ({ skill, role: "main" as const, isNew: false, side: null, when: [] })),
  ];
  const again = view.work.items
    .filter(({ role, skill }, i, all) => role === "finish" && all.findIndex((one) => one.skill === skill) < i)
    .map(({ skill }) => skill);
  // What may not be worked is not offered; what was worked all the same can still be written down.
  const mayBe = (id: string): boolean => !view.barred.some(({ skill }) => skill === id);
  const others = view.ladder
    .map(({ skill }) => skill.id)
    .filter((id) => !items.some((one) => one.skill === id))
    .sort((a, b) => Number(mayBe(b)) - Number(mayBe(a)));
  const option = (id: string): string => (mayBe(id) ? skillWords(id) : t("{skill}: not today", { skill: skillWords(id) }));
  const sidesAsked = (item: WorkItem): readonly TrackSide[] => orderOf(item, sidesOf(here().of(item.skill).sided));
  /** A method that works one side a day asks for that side alone, until somebody says that the other was worked. */
  const oneSide = (item: WorkItem): boolean =>
    view.method.sides === "one-a-day" &&
    item.side !== null &&
    !turned.includes(item.skill) &&
    !scores.some((given) => given.skill === item.skill && given.side !== item.side);
  const measureOf = (item: WorkItem) => {
    const { words, measure } = here().of(item.skill);
    if (!measure || swapOf(item.skill)) return null;
    const others = draft.measures.filter((one) => one.skill !== item.skill);
    return (
      <MeasureTaker
        name={t(words)}
        measure={measure}
        figure={draft.measures.find((one) => one.skill === item.skill)?.figure ?? null}
        since={draft.clock?.skill === item.skill ? draft.clock.since : null}
        sides={asked(item)}
        onFigure={(figure) => change({ measures: figure === null ? others : [...others, { skill: item.skill, figure }] })}
        onClock={(since) => change({ clock: since === null ? null : { skill: item.skill, since } })}
        onScore={(side, score) => put(item.skill, side, score)}
      />
    );
  };
  const asked = (item: WorkItem): readonly TrackSide[] => (oneSide(item) ? sidesAsked(item).slice(0, 1) : sidesAsked(item));
  const scoreOf = (skill: string, side: TrackSide) => scores.find((given) => given.skill === skill && given.side === side)?.score;
  /** On a phone one skill is open at a time: what was touched last, and what comes next. */
  const next = items.find(
    (item) => !swapOf(item.skill) && asked(item).some((side) => scoreOf(item.skill, side) === undefined),
  )?.skill;
  const sayGiven = (item: WorkItem): string =>
    asked(item)
      .map((side) => [side === "both" ? "" : SIDE[side], scoreOf(item.skill, side) ?? "–"].join(" ").trim())
      .join(" · ");
  return (
    <section aria-labelledby="work-title">
      <h2 id="work-title">{draft.smaller ? t("The work: the smaller version") : t("The work")}</h2>
      {items.length === 0 && <p className="text-dim">{t("No work is planned on this card. Choose what you did below.")}</p>}
      {items.map((item) => (
        <Fold
          key={item.skill}
          id={boxOf(item.skill)}
          open={item.skill === next || item.skill === touched || item.skill === draft.clock?.skill}
          words={`${mayBe(item.skill) ? "" : "■ "}${skillWords(item.skill)}`}
          given={swapOf(item.skill) ? "" : sayGiven(item)}
          onOpen={() => touch(item.skill)}
        >
          <h3 className="pr-20">
            <a
              className="flex min-h-14 flex-wrap items-center gap-x-1 text-ink no-underline"
              href={`/skill/${item.skill}?method=${view.method.id}`}
            >
              <span className="text-dim">
                {listed.includes(item.skill)
                  ? `${item.isNew ? t("{role}, new today", { role: WORK_ROLE[item.role] }) : WORK_ROLE[item.role]}: `
                  : `${t("Also")}: `}
              </span>
              <span className="underline decoration-line">
                {swapOf(item.skill) ? <s>{skillWords(item.skill)}</s> : skillWords(item.skill)}
              </span>
              {item.side && (
                <span className="text-dim">
                  · {t(oneSide(item) ? "{side} today" : "{side} first", { side: SIDE[item.side] })}
                </span>
              )}
            </a>
          </h3>
          {listed.includes(item.skill) && (
            <SwapItem
              skill={item.skill}
              swap={swapOf(item.skill) ?? null}
              others={others.filter(mayBe).map(here().of)}
              onSwap={(swap) => {
                change({
                  swaps: [...swaps.filter((one) => one.skill !== item.skill), ...(swap ? [swap] : [])],
                  scores: swap ? scores.filter((given) => given.skill !== item.skill) : scores,
                });
                if (swap?.did && !added.includes(swap.did)) setAdded([...added, swap.did]);
              }}
            />
          )}
          {(view.barred.find(({ skill }) => skill === item.skill)?.reasons ?? []).map((reason) => (
            <p key={JSON.stringify(reason)} className="text-oxblood">
              ■ {sayReason(reason)}
            </p>
          ))}
          {here().of(item.skill).caution && <p className="text-oxblood">■ {t(here().of(item.skill).caution ?? "")}</p>}
          {view.stuck.includes(item.skill) && (
            <p className="text-dim">{t("No progress in 4 sessions. Ask for less, ask another way, or rest it for a week.")}</p>
          )}
          {item.when.length > 0 && (
            <p className="text-ochre">{t("▲ Only {conditions}", { conditions: sayConditions(item.when) })}</p>
          )}
          {measureOf(item)}
          {(swapOf(item.skill) ? [] : asked(item)).map((side) => (
            <Row
              key={side}
              skill={item.skill}
              anchors={view.anchors[item.skill]}
              side={side}
              last={view.recentScores.find((one) => one.skill === item.skill && one.side === side)?.scores ?? []}
              value={scoreOf(item.skill, side)}
              onPick={(score) => put(item.skill, side, score)}
            />
          ))}
          {!swapOf(item.skill) && isScored(item.skill) && (
            <Button
              className="min-h-14"
              aria-pressed={draft.offered.includes(item.skill)}
              tone={draft.offered.includes(item.skill) ? "main" : "plain"}
              onClick={() =>
                change({
                  offered: draft.offered.includes(item.skill)
                    ? draft.offered.filter((one) => one !== item.skill)
                    : [...draft.offered, item.skill],
                })
              }
            >
              {draft.offered.includes(item.skill) ? "✓ " : ""}
              {t("The horse offered more")}
            </Button>
          )}
          {oneSide(item) && !swapOf(item.skill) && (
            <Button className="min-h-14" onClick={() => setTurned([...turned, item.skill])}>
              {t("Worked the other side too")}
            </Button>
          )}
        </Fold>
      ))}
      <label className="sign block border-t border-line pt-2 text-dim">
        {t("Worked on something else too")}
        <input
          list="other-skills"
          placeholder={t("Choose a skill")}
          className={`${INPUT} h-14 font-sans text-ink`}
          value={sought}
          onChange={({ target: { value } }) => {
            const found = others.find((id) => option(id) === value);
            if (found) setAdded([...added, found]);
            setSought(found ? "" : value);
          }}
        />
        <datalist id="other-skills">
          {others.map((id) => (
            <option key={id} value={option(id)} />
          ))}
        </datalist>
      </label>
      {view.work.withheld.map(({ skill, reasons }) => (
        <p key={skill} className="pt-2">
          <span className="sign text-dim">{t("Planned but not today:")}</span> {skillWords(skill).toLowerCase()}.{" "}
          {reasons.map((reason) => sayReason(reason)).join(" ")}
        </p>
      ))}
      {again.length > 0 && (
        <p className="pt-2">
          <span className="sign text-dim">{t("Finish:")}</span>{" "}
          {t("{skills} again, at the level that went well.", {
            skills: again.map((id) => skillWords(id).toLowerCase()).join(", "),
          })}
        </p>
      )}
    </section>
  );
}
