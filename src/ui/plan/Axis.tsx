/** The rest of the term as one axis that all goals stand on: where each is expected, how wide that is, the exit, and the days after it. */
import type { DayRange } from "#core/forecast/forecast.ts";

/** Days after the exit that are still drawn: what is expected there is not expected in the term. */
const AFTER = 10;

/** Days of the term, as `DayRange` counts them. */
export interface TermRest {
  readonly today: number;
  readonly exit: number;
}
/** Where a day stands, in percent of the axis; what lies beyond either end stands at it. */
export const shareOf = ({ today, exit }: TermRest, day: number): number =>
  Math.min(100, Math.max(0, ((day - today) / Math.max(1, exit + AFTER - today)) * 100));

/** The exit's post and the shaded days after it, behind every row. */
function Ground({ stretch }: { stretch: TermRest }) {
  const exit = `${shareOf(stretch, stretch.exit)}%`;
  return (
    <>
      <span className="absolute inset-y-0 right-0 bg-line opacity-40" style={{ left: exit }} />
      <span className="absolute inset-y-0 w-0 border-l-2 border-rail" style={{ left: exit }} />
    </>
  );
}
/** Over the rows: what stands where. */
export const AxisHead = ({ stretch, exit }: { stretch: TermRest; exit: string }) => (
  <div aria-hidden="true" className="relative h-5 text-sm text-dim">
    <span className="absolute left-0">today</span>
    <span className="absolute -translate-x-full pr-1 whitespace-nowrap" style={{ left: `${shareOf(stretch, stretch.exit)}%` }}>
      {exit}
    </span>
    <span className="absolute right-0">after</span>
  </div>
);

/** One goal: a diamond where it is expected, a whisker over eight cases of ten; a tick at the left where it is reached. Said in words beside it. */
export function AxisRow({ stretch, day, met }: { stretch: TermRest; day: DayRange | null; met: boolean }) {
  const low = day?.p10 ?? null;
  const high = day?.p90 ?? (low === null ? null : stretch.exit + AFTER);
  return (
    <div aria-hidden="true" className="relative h-8 border-b border-line">
      <Ground stretch={stretch} />
      {met ? (
        <span className="absolute top-0.5 left-0 text-lg leading-7 text-rail">✓</span>
      ) : (
        <>
          {low !== null && high !== null && (
            <span
              className="absolute top-1/2 h-1.5 -translate-y-1/2 rounded bg-rail opacity-50"
              style={{ left: `${shareOf(stretch, low)}%`, right: `${100 - shareOf(stretch, high)}%` }}
            />
          )}
          {day && day.p50 !== null && (
            <span
              className={`absolute top-1/2 size-3 -translate-1/2 rotate-45 border-2 border-rail ${day.p50 > stretch.exit ? "bg-paper" : "bg-rail"}`}
              style={{ left: `${shareOf(stretch, day.p50)}%` }}
            />
          )}
        </>
      )}
    </div>
  );
}
