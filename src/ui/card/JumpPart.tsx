/** A school over poles or fences: the layout built or taken from the last time, what became of each fence, how the horse went, the one thing to change. */

import { useState } from "react";
import {
  type Element,
  effortsOf,
  FENCES,
  type Fence,
  type FenceLayout,
  type FenceResult,
  HOLE_CM,
  isPole,
  type JumpSchool,
  jumpCautions,
  LANDINGS,
  MOST_ELEMENTS,
  PACES,
  STRAIGHTS,
  TAKE_OFFS,
  WAYS_OF_GOING,
} from "#core/card/jump.ts";
import { distanceOf, METRES_A_FOOT } from "#core/tools/poles.ts";
import { Button, Choice, INPUT, Stepper } from "#ui/kit/parts.tsx";
import { inner, plural } from "#ui/words/figures.ts";
import { FENCE, LANDING, PACE, RESULT, STRAIGHT, sayElement, sayJumpCaution, TAKE_OFF, WAY } from "#ui/words/jump.ts";
import { t } from "#ui/words/speak.ts";
import { LayoutDrawing } from "./LayoutDrawing.tsx";
import type { Part } from "./part.ts";

const PONY_CM = 148;
const CM_A_FOOT = 100 * METRES_A_FOOT;
/** What is between an element and the next, at the middle of what is customary for this horse; null: it stands by itself. */
function usualGap(fence: Fence, next: Fence, heightCm: number | null): number | null {
  const size = heightCm !== null && heightCm < PONY_CM ? "pony" : "horse";
  const layout =
    fence === "placing-pole" || next === "placing-pole" ? "placing" : isPole(fence) || isPole(next) ? null : "one-stride";
  const feet = layout && distanceOf(layout, size);
  return feet ? Math.round(((feet[0] + feet[1]) / 2) * CM_A_FOOT) : null;
}
const FIRST_CM = 40;
const EMPTY_RESULT = { clear: 0, rails: 0, stops: 0, runOuts: 0 };
const begun = (layout: FenceLayout): JumpSchool => ({
  layout,
  way: "ridden",
  results: [],
  straight: null,
  pace: null,
  takeOff: null,
  landing: null,
  change: "",
});
const named = <T extends string>(all: readonly T[], words: Readonly<Record<T, string>>) =>
  all.map((one) => [one, words[one]] as const);

export function JumpPart({ view, draft, put }: Part) {
  const jumping = view.jumping;
  const [adding, setAdding] = useState<Fence>("cross-pole");
  if (!jumping) return null;
  const school = draft.jump;
  const last = jumping.past.at(-1)?.school ?? null;
  const cautions = jumpCautions(jumping.past, view.card.day, school);
  const change = (part: Partial<JumpSchool>): void => put({ jump: school && { ...school, ...part } });
  const elements = school?.layout.elements ?? [];
  const build = (next: readonly Element[], results: readonly FenceResult[] = school?.results ?? []): void =>
    change({ layout: { name: school?.layout.name ?? "", elements: [...next] }, results });
  const add = (): void => {
    const height = isPole(adding) || ["bank", "ditch", "water"].includes(adding) ? null : FIRST_CM;
    const before = elements.at(-1);
    const linked = before ? { ...before, toNextCm: usualGap(before.fence, adding, jumping.heightCm) } : null;
    const poles = ["walk-poles", "trot-poles", "canter-poles"].includes(adding) ? 4 : 1;
    build([...elements.slice(0, -1), ...(linked ? [linked] : []), { fence: adding, poles, heightCm: height, toNextCm: null }]);
  };
  const edit = (i: number, part: Partial<Element>): void =>
    build(elements.map((one, at) => (at === i ? { ...one, ...part } : one)));
  const remove = (i: number): void =>
    build(
      elements.filter((_, at) => at !== i),
      (school?.results ?? []).flatMap((one) => (one.at === i ? [] : [{ ...one, at: one.at > i ? one.at - 1 : one.at }])),
    );
  const resultAt = (at: number): FenceResult => school?.results.find((one) => one.at === at) ?? { at, ...EMPTY_RESULT };
  const tap = (at: number, key: keyof typeof RESULT, by: number): void => {
    const now = resultAt(at);
    const next = { ...now, [key]: Math.max(0, now[key] + by) };
    change({ results: [...(school?.results ?? []).filter((one) => one.at !== at), next].sort((a, b) => a.at - b.at) });
  };
  return (
    <section aria-label={t("Poles and fences")} className="grid gap-3">
      {cautions.map((caution) => (
        <p key={caution.code} className={caution.code === "one-up" ? "" : "text-ochre"}>
          {caution.code === "one-up" ? "● " : "▲ "}
          {sayJumpCaution(caution)}
        </p>
      ))}
      {last?.change && (
        <p>
          <span className="sign text-dim">{t("From last time")}</span> {last.change}
        </p>
      )}
      {!school && (
        <div className="grid gap-2">
          {last && (
            <Button big onClick={() => put({ jump: { ...begun(last.layout), way: last.way } })}>
              {t("Last layout")}
            </Button>
          )}
          {jumping.layouts.map((layout) => (
            <Button key={layout.name} big onClick={() => put({ jump: begun(layout) })}>
              {layout.name}
            </Button>
          ))}
          <Button big onClick={() => put({ jump: begun({ name: "", elements: [] }) })}>
            {t("Build a new layout")}
          </Button>
        </div>
      )}
      {school && (
        <>
          {elements.length > 0 && <LayoutDrawing layout={school.layout} />}
          <Choice
            name="jump-way"
            legend={t("How")}
            big
            options={named(WAYS_OF_GOING, WAY)}
            value={school.way}
            onChange={(way) => change({ way })}
          />
          <ol className="grid gap-3">
            {elements.map((element, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: elements of a layout have no name but their place
              <li key={i} className="grid gap-2 border-l-4 border-line pl-2">
                <p className="flex items-center justify-between gap-2">
                  <strong>
                    {i + 1}. {sayElement(element)}
                  </strong>
                  <Button
                    big
                    aria-label={t("Take {fence} {i} out", { fence: inner(FENCE[element.fence]), i: i + 1 })}
                    onClick={() => remove(i)}
                  >
                    ✕
                  </Button>
                </p>
                <div className="grid grid-cols-2 gap-2">
                  {element.heightCm !== null && (
                    <Stepper
                      id={`jump-height-${i}`}
                      label={t("Height")}
                      unit="cm"
                      step={HOLE_CM}
                      min={10}
                      max={180}
                      value={element.heightCm}
                      onChange={(heightCm) => edit(i, { heightCm })}
                    />
                  )}
                  {element.poles > 1 && (
                    <Stepper
                      id={`jump-poles-${i}`}
                      label={t("In the row")}
                      unit={t("poles")}
                      step={1}
                      min={2}
                      max={12}
                      value={element.poles}
                      onChange={(poles) => edit(i, { poles })}
                    />
                  )}
                  {element.toNextCm !== null && (
                    <Stepper
                      id={`jump-gap-${i}`}
                      label={t("To the next")}
                      unit="cm"
                      step={10}
                      min={50}
                      max={3000}
                      value={element.toNextCm}
                      onChange={(toNextCm) => edit(i, { toNextCm })}
                    />
                  )}
                </div>
                {!isPole(element.fence) && (
                  <div className="grid grid-cols-4 gap-1">
                    {(Object.keys(RESULT) as (keyof typeof RESULT)[]).map((key) => (
                      <Button
                        key={key}
                        big
                        aria-label={t("{result} {times} at {fence} {place}", {
                          result: RESULT[key],
                          times: resultAt(i)[key],
                          fence: inner(FENCE[element.fence]),
                          place: i + 1,
                        })}
                        onClick={() => tap(i, key, 1)}
                      >
                        {RESULT[key]} {resultAt(i)[key]}
                      </Button>
                    ))}
                  </div>
                )}
                {!isPole(element.fence) && school.results.some((one) => one.at === i) && (
                  <Button
                    big
                    className="justify-self-start"
                    aria-label={t("Count again: {fence} {i}", { fence: inner(FENCE[element.fence]), i: i + 1 })}
                    onClick={() => change({ results: school.results.filter((one) => one.at !== i) })}
                  >
                    {t("Count again")}
                  </Button>
                )}
              </li>
            ))}
          </ol>
          {elements.length < MOST_ELEMENTS && (
            <div className="flex gap-2">
              <select
                aria-label={t("What to add")}
                className={`${INPUT} h-14`}
                value={adding}
                onChange={(event) => setAdding(event.target.value as Fence)}
              >
                {FENCES.map((fence) => (
                  <option key={fence} value={fence}>
                    {FENCE[fence]}
                  </option>
                ))}
              </select>
              <Button big onClick={add}>
                {t("Add it")}
              </Button>
            </div>
          )}
          <p>{t("{efforts} so far.", { efforts: plural(effortsOf(school), "effort") })}</p>
          <Choice
            name="jump-straight"
            legend={t("Straight")}
            big
            options={named(STRAIGHTS, STRAIGHT)}
            value={school.straight}
            onChange={(straight) => change({ straight })}
          />
          <Choice
            name="jump-pace"
            legend={t("Pace")}
            big
            options={named(PACES, PACE)}
            value={school.pace}
            onChange={(pace) => change({ pace })}
          />
          <Choice
            name="jump-takeoff"
            legend={t("Takes off")}
            big
            options={named(TAKE_OFFS, TAKE_OFF)}
            value={school.takeOff}
            onChange={(takeOff) => change({ takeOff })}
          />
          <Choice
            name="jump-landing"
            legend={t("Lands on")}
            big
            options={named(LANDINGS, LANDING)}
            value={school.landing}
            onChange={(landing) => change({ landing })}
          />
          <label className="sign block text-dim">
            {t("One thing to change next time")}
            <input
              maxLength={300}
              className={`${INPUT} h-14 font-sans text-ink`}
              value={school.change}
              onChange={(event) => change({ change: event.target.value })}
            />
          </label>
          <label className="sign block text-dim">
            {t("Layout name (a named layout is kept for the barn)")}
            <input
              maxLength={60}
              className={`${INPUT} h-14 font-sans text-ink`}
              value={school.layout.name}
              onChange={(event) => change({ layout: { ...school.layout, name: event.target.value } })}
            />
          </label>
          <Button big className="justify-self-start" onClick={() => put({ jump: null })}>
            {t("No poles or fences today")}
          </Button>
        </>
      )}
    </section>
  );
}
