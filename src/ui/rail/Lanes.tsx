import type { LaneView } from "#contracts/views.ts";
import { Tag } from "#ui/kit/parts.tsx";
import { inner } from "#ui/words/figures.ts";
import { KIND } from "#ui/words/labels-desk.ts";
import { NEED_KIND, needPath, needTone, sayNeed } from "#ui/words/needs.ts";
import { percent } from "#ui/words/plan.ts";
import { skillWords } from "#ui/words/skills.ts";
import { Ruler } from "./Ruler.tsx";

/** One lane of the track: who, where on the term, what it needs. Rendered on the server; it wakes for nothing. */
export function Lanes({ lanes, manager }: { lanes: readonly LaneView[]; manager: boolean }) {
  return (
    <ol id="lanes" className="border-t border-line">
      {lanes.map(({ stay, horse, client, kind, length, ruler, needs, rider, weakest }, place) => {
        const { reading } = ruler;
        return (
          <li
            key={stay}
            data-name={`${horse} ${client}`.toLowerCase()}
            data-place={place}
            data-end={reading.lastDay}
            data-behind={reading.owed}
            data-rider={rider ?? ""}
            data-kind={kind}
            data-need={[...new Set(needs.map(({ code }) => NEED_KIND[code]))].join(",")}
            className="grid items-center gap-x-4 border-b border-line py-0.5 md:grid-cols-[13rem_minmax(0,1fr)_19rem]"
          >
            <div className="min-w-0">
              <a href={`/horse/${stay}`} className="sign text-lg text-ink">
                {horse}
              </a>
              <p className="truncate text-sm text-dim">
                {KIND[kind]} · day {Math.max(0, reading.dayOfTerm)} of {length}
                {reading.heldDays > 0 ? ` + ${reading.heldDays} held` : ""}
              </p>
            </div>
            <Ruler view={ruler} />
            <div className="flex flex-wrap items-center gap-1 text-sm">
              <span className="mr-1">
                {reading.delivered}/{reading.contracted} sessions
                {reading.owed < 0 ? ` · ${-reading.owed} ahead` : ""}
              </span>
              {weakest && (
                <a href={`/horse/${stay}/plan`} className="mr-1 text-ink">
                  {inner(skillWords(weakest.skill)).split(",")[0]} {percent(weakest.chance)}
                </a>
              )}
              {needs.map((need) => (
                <Tag key={need.code} tone={needTone(need)}>
                  {manager && needPath(need) ? <a href={`/horse/${stay}${needPath(need)}`}>{sayNeed(need)}</a> : sayNeed(need)}
                </Tag>
              ))}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
