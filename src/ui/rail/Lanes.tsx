/** The lanes of the track, one a horse: who, what today holds, where on the term, and what it needs, with the one thing to do. Rendered on the server; lane.ts wakes it. */
import type { LaneView, NeedView } from "#contracts/views.ts";
import { addDays, type LocalDate, sayDate } from "#core/calendar/local-date.ts";
import { verdictOf } from "#core/forecast/chance.ts";
import { groupBy } from "#core/kernel/group.ts";
import { drawn } from "#ui/kit/drawn.ts";
import { Tag } from "#ui/kit/parts.tsx";
import { clock, inner, plural } from "#ui/words/figures.ts";
import { KIND } from "#ui/words/labels-desk.ts";
import { NEED_KIND, needPath, needTone, sayNeed, sayNeedShort, shortSkill } from "#ui/words/needs.ts";
import { percent } from "#ui/words/plan.ts";
import { NeedRow, Way } from "./NeedRow.tsx";
import { Ruler } from "./Ruler.tsx";

/** What the lane's horse has on its card today: 'Paloma 07:00', and how it stands. */
function Today({ today }: { today: LaneView["todays"] }) {
  if (today.length === 0) return null;
  return <>{today.map(({ rider, start, state }) => `${state === "closed" ? "✓ " : ""}${clock(start)} ${rider}`).join(", ")}</>;
}

function Lane({
  lane,
  needs,
  place,
  manager,
  thin = false,
  folded = false,
}: {
  lane: LaneView;
  needs: readonly NeedView[];
  place: number;
  manager: boolean;
  /** One line, where there are many. */
  thin?: boolean;
  /** Behind 'and so many more'. */
  folded?: boolean;
}) {
  const { stay, horse, client, kind, length, ruler, rider, weakest, todays } = lane;
  const { reading } = ruler;
  const [first, ...others] = needs;
  const usual = first?.proposals[0];
  const risky = weakest !== null && verdictOf(weakest.chance) === "not-this-term";
  /** Where nothing waits for the manager: what is known all the same, as a hold or what was set aside. */
  const shown = first?.need ?? lane.needs[0];
  const kinds = [...new Set(lane.needs.map(({ code }) => NEED_KIND[code]))];
  return (
    <li
      data-folded={folded || undefined}
      data-name={`${horse} ${client}`.toLowerCase()}
      data-place={place}
      data-end={reading.lastDay}
      data-behind={reading.owed}
      data-rider={rider ?? ""}
      data-kind={kind}
      data-need={kinds.join(",")}
      className="break-inside-avoid border-b border-line"
    >
      <div
        className={`grid items-center gap-x-3 max-md:min-h-14 max-md:grid-cols-[minmax(0,1fr)_auto] max-md:py-1 ${thin ? "md:min-h-6" : "md:min-h-[34px]"} md:grid-cols-[9.5rem_3rem_minmax(9rem,1fr)_3rem_8.5rem_minmax(0,17.5rem)_9rem]`}
      >
        <div className="min-w-0">
          <a
            href={`/horse/${stay}`}
            className="sign block text-[1.05rem] leading-[1.1] text-ink max-md:inline-block max-md:py-2 max-md:text-lg"
          >
            {horse}
          </a>
          <span className="pl-2 text-sm text-dim md:hidden">
            day {Math.max(0, reading.dayOfTerm)} of {length}
          </span>
          <span className={`block truncate text-xs leading-[1.2] text-dim max-md:hidden ${thin ? "md:hidden" : ""}`}>
            {todays.length > 0 ? <Today today={todays} /> : KIND[kind]}
          </span>
        </div>
        <span
          className="text-sm text-dim max-md:hidden"
          title={reading.heldDays > 0 ? `and ${plural(reading.heldDays, "day")} on hold` : undefined}
        >
          {Math.max(0, reading.dayOfTerm)}/{length}
        </span>
        <div className="max-md:hidden">
          <Ruler view={ruler} low={thin} />
        </div>
        <span className="text-sm max-md:hidden" title="Sessions done / included">
          {reading.delivered}/{reading.contracted}
        </span>
        <span className="text-sm leading-tight max-md:hidden">
          {weakest && (
            <a href={`/horse/${stay}/plan`} className={risky ? "text-ochre" : "text-ink"}>
              {risky ? "▲ " : ""}
              {inner(shortSkill(weakest.skill))} {percent(weakest.chance)}
            </a>
          )}
        </span>
        <div className="flex min-w-0 items-center gap-1 text-sm leading-tight max-md:col-start-1">
          {shown && (
            <Tag tone={needTone(shown)}>
              {manager && needPath(shown) ? (
                <a href={`/horse/${stay}${needPath(shown)}`} title={sayNeed(shown)}>
                  {sayNeedShort(shown)}
                </a>
              ) : (
                sayNeedShort(shown)
              )}
            </Tag>
          )}
        </div>
        {first && (
          <div className="flex items-center justify-end gap-1 max-md:col-start-2 max-md:row-span-2 max-md:row-start-1">
            {usual && <Way view={first} proposal={usual} short />}
            <button
              type="button"
              data-opens={`needs-${stay}`}
              aria-controls={`needs-${stay}`}
              aria-expanded="false"
              aria-label={`${others.length > 0 ? `+${others.length}` : "⋯"} ${horse}: all needs`}
              className="sign min-h-7 min-w-7 shrink-0 rounded border border-edge px-1 text-sm max-md:min-h-14 max-md:min-w-14"
            >
              {others.length > 0 ? `+${others.length}` : "⋯"}
            </button>
          </div>
        )}
      </div>
      {first && (
        <ul id={`needs-${stay}`} hidden className="mb-2 ml-4 border-l-4 border-rail bg-paper pl-3">
          {needs.map((view) => (
            <NeedRow key={`${view.need.code}${view.about}`} view={view} />
          ))}
        </ul>
      )}
    </li>
  );
}

/** From so many lanes on those that need nothing are thin, and fold beyond as many. */
const [MANY, CALM_SHOWN] = [20, 20];
/** What is set aside until a day, with the way back. */
function Deferred({ needs, today }: { needs: readonly NeedView[]; today: LocalDate }) {
  if (needs.length === 0) return null;
  return (
    <details id="deferred" className="pt-1 text-sm print:hidden">
      <summary className="sign cursor-pointer text-slate">Set aside ({needs.length})</summary>
      <ul>
        {needs.map((view) => (
          <li
            key={`${view.stay}${view.need.code}${view.about}`}
            className="flex flex-wrap items-center gap-x-3 border-t border-line py-1"
          >
            <span className="sign">{view.horse}</span>
            <span className="grow">
              {sayNeed(view.need)}{" "}
              <span className="text-dim">
                until {sayDate(addDays(view.putOff?.until ?? today, 1))}, {view.putOff?.by}: {view.putOff?.reason}
              </span>
            </span>
            <button
              type="button"
              data-take="watch/answer"
              data-input={JSON.stringify({
                stay: view.stay,
                code: view.need.code,
                about: view.about,
                until: addDays(today, -1),
                reason: "Back on the list",
              })}
              data-done="Back on the list."
              aria-label={`${view.horse}, ${sayNeed(view.need)}: back on the list`}
              className="sign min-h-9 rounded border border-edge px-3"
            >
              Back on the list
            </button>
          </li>
        ))}
      </ul>
    </details>
  );
}

/** Between the lanes that need something and those that do not. */
function Break({ place }: { place: number }) {
  return (
    <li data-break data-place={place} className="sign border-b border-line py-0.5 text-center text-xs text-dim">
      nothing needed today
    </li>
  );
}
/** Unfolds the rest. */
function More({ place, count }: { place: number; count: number }) {
  return (
    <li data-more data-place={place} className="border-b border-line text-center">
      <button type="button" className="sign min-h-9 px-3 text-slate underline max-md:min-h-14">
        and {count} more with nothing needed
      </button>
    </li>
  );
}

export function Lanes({
  lanes,
  needs,
  manager,
  today,
}: {
  lanes: readonly LaneView[];
  /** Of the manager, the dearest to leave alone first; what is set aside among them. */
  needs: readonly NeedView[];
  manager: boolean;
  today: LocalDate;
}) {
  const standing = groupBy(
    needs.filter(({ putOff, cost }) => putOff === null && cost > 0),
    ({ stay }) => stay,
  );
  const order = [...standing.keys()];
  const needing = order.flatMap((stay) => lanes.find((lane) => lane.stay === stay) ?? []);
  const calm = lanes
    .filter(({ stay }) => !standing.has(stay))
    .sort((a, b) => b.needs.length - a.needs.length || a.ruler.reading.lastDay.localeCompare(b.ruler.reading.lastDay));
  const many = lanes.length > MANY;
  const rows = [
    ...needing.map((lane, place) => drawn(Lane, { lane, needs: standing.get(lane.stay) ?? [], place, manager })),
    ...(needing.length > 0 && calm.length > 0 ? [drawn(Break, { place: needing.length - 0.5 })] : []),
    ...calm.map((lane, i) =>
      drawn(Lane, {
        lane,
        needs: [],
        place: needing.length + i,
        manager,
        thin: many,
        folded: many && i >= CALM_SHOWN,
      }),
    ),
    ...(many && calm.length > CALM_SHOWN ? [drawn(More, { place: lanes.length, count: calm.length - CALM_SHOWN })] : []),
  ];
  return (
    <>
      <ol
        id="lanes"
        data-today={today}
        className="border-t border-line"
        // biome-ignore lint/security/noDangerouslySetInnerHtml: drawn here by React, lane by lane, so that a lane of which nothing changed need not be drawn again
        dangerouslySetInnerHTML={{ __html: rows.join("") }}
      />
      {manager && <Deferred needs={needs.filter(({ putOff }) => putOff !== null)} today={today} />}
    </>
  );
}
