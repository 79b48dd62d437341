/** Measures over the stay: curves of weight, height and croup with the work of each week under them, and what they ask to keep in mind. */

import { unitsHere } from "#contracts/barn.units.ts";
import type { BodyView, CourseView } from "#contracts/views.watch.ts";
import { daysBetween, sayDate } from "#core/calendar/local-date.ts";
import { growthOf, type MeasureCaution } from "#core/horse/measuring.ts";
import { inches } from "#core/intake/measures.ts";
import { onDial } from "#core/kernel/units.ts";
import { listed } from "#ui/words/figures.ts";
import { sayResting } from "#ui/words/intake.ts";
import { lengthIn } from "#ui/words/lengths.ts";
import { MEASURE_CAUTION, SADDLE_FIT } from "#ui/words/measuring.ts";
import { bothWeights, unitHere } from "#ui/words/units.ts";

const [WIDE, HIGH, FOOT] = [640, 150, 34];

interface Line {
  readonly name: string;
  readonly unit: string;
  readonly className: string;
  readonly dash?: string;
  readonly at: readonly { readonly day: BodyView["day"]; readonly value: number }[];
}
/** By what the barn reads off its scale and its stick. */
const onScale = (key: "kilograms" | "withersCm" | "croupCm", kept: number): number =>
  key === "kilograms" ? Math.round(onDial("weight", unitsHere(), kept)) : unitsHere() === "hands" ? inches(kept) : kept;
const lineOf = (bodies: readonly BodyView[], key: "kilograms" | "withersCm" | "croupCm"): Line["at"] =>
  bodies.flatMap((body) => (body[key] === null ? [] : [{ day: body.day, value: onScale(key, body[key]) }]));

/** Lines on one scale of their own, with minutes of work by week below. */
function Curve({ title, lines, weeks }: { title: string; lines: readonly Line[]; weeks: CourseView["weeks"] }) {
  const drawn = lines.filter(({ at }) => at.length > 1);
  const all = drawn.flatMap(({ at }) => at);
  const [first, last] = [
    all.map(({ day }) => day).sort()[0],
    all
      .map(({ day }) => day)
      .sort()
      .at(-1),
  ];
  if (!first || !last || first === last) return null;
  const span = daysBetween(first, last);
  const [low, high] = [Math.min(...all.map(({ value }) => value)), Math.max(...all.map(({ value }) => value))];
  const room = Math.max(1, (high - low) * 0.15);
  const x = (day: BodyView["day"]): number => 44 + ((WIDE - 64) * daysBetween(first, day)) / span;
  const y = (value: number): number => 12 + ((HIGH - FOOT - 20) * (high + room - value)) / (high - low + 2 * room);
  const work = weeks.filter(({ monday }) => monday >= first && monday <= last);
  const most = Math.max(1, ...work.map((week) => week.groundMinutes + week.saddleMinutes));
  const words = drawn
    .map(({ name, unit, at }) => `${name}: ${at.map(({ day, value }) => `${sayDate(day)} ${value} ${unit}`).join(", ")}`)
    .join(". ");
  return (
    <figure>
      <figcaption className="sign text-dim">{title}</figcaption>
      <svg role="img" aria-label={`${title}. ${words}`} viewBox={`0 0 ${WIDE} ${HIGH}`} className="w-full max-w-2xl">
        {work.map((week) => {
          const tall = ((FOOT - 14) * (week.groundMinutes + week.saddleMinutes)) / most;
          return <rect key={week.monday} x={x(week.monday)} y={HIGH - tall} width={14} height={tall} className="fill-line" />;
        })}
        {[low, high].map((value) => (
          <text key={value} x={2} y={y(value) + 4} fontSize={15} className="fill-dim">
            {Math.round(value)}
          </text>
        ))}
        {drawn.map(({ name, className, dash, at }) => (
          <g key={name}>
            <polyline
              points={at.map(({ day, value }) => `${x(day)},${y(value)}`).join(" ")}
              fill="none"
              className={className}
              strokeWidth={2}
              strokeDasharray={dash}
            />
            {at.map(({ day, value }) => (
              <circle key={day} cx={x(day)} cy={y(value)} r={3} className={className} />
            ))}
            <text x={WIDE - 4} y={y(at.at(-1)?.value ?? low) - 7} textAnchor="end" fontSize={15} className="fill-ink">
              {name}
            </text>
          </g>
        ))}
      </svg>
    </figure>
  );
}

/** One line for each day on which something was taken. */
export function BodyLines({ bodies }: { bodies: readonly BodyView[] }) {
  return (
    <ul>
      {bodies.map((body, i) => {
        const growth = growthOf(body);
        const parts = [
          ...(body.kilograms === null ? [] : [bothWeights(body.kilograms)]),
          ...(body.condition === null ? [] : [`condition ${body.condition}`]),
          ...(body.withersCm === null ? [] : [`withers ${lengthIn(unitsHere(), "withersCm", body.withersCm)}`]),
          ...(growth === null
            ? []
            : [
                `croup ${growth === 0 ? "level" : `${lengthIn(unitsHere(), "girthCm", Math.abs(growth))} ${growth > 0 ? "higher" : "lower"}`}`,
              ]),
          ...(body.girthCm === null ? [] : [`girth ${lengthIn(unitsHere(), "girthCm", body.girthCm)}`]),
          ...(body.saddleFit === null ? [] : [SADDLE_FIT[body.saddleFit]]),
        ];
        return (
          // Two may be of one day.
          // biome-ignore lint/suspicious/noArrayIndexKey: nothing else tells them apart
          <li key={`${body.day} ${i}`}>
            {sayDate(body.day)}: {listed(parts)}
            {body.words && <>. “{body.words}”</>}
            {body.odd.map((odd) => (
              <span key={odd.name} className="block text-oxblood">
                ■ {sayResting(odd)}
              </span>
            ))}
          </li>
        );
      })}
    </ul>
  );
}

export function Bodies({
  bodies,
  cautions,
  weeks,
}: {
  bodies: readonly BodyView[];
  cautions: readonly MeasureCaution[];
  weeks: CourseView["weeks"];
}) {
  const unit = unitsHere() === "hands" ? "in" : "cm";
  return (
    <section aria-labelledby="body-title" className="min-w-0">
      <h3 id="body-title">Weight, height and condition</h3>
      {bodies.length === 0 && <p className="text-dim">Not measured yet.</p>}
      <ul>
        {cautions.map((caution) => (
          <li key={caution} className="text-ochre">
            ▲ {MEASURE_CAUTION[caution]}
          </li>
        ))}
      </ul>
      <div className="grid gap-4 md:grid-cols-2">
        <Curve
          title={`Weight, ${unitHere("weight")}, with the work of each week`}
          lines={[
            { name: "weight", unit: unitHere("weight"), className: "stroke-rail fill-rail", at: lineOf(bodies, "kilograms") },
          ]}
          weeks={weeks}
        />
        <Curve
          title={`Withers and croup, ${unit}`}
          lines={[
            { name: "withers", unit, className: "stroke-rail fill-rail", at: lineOf(bodies, "withersCm") },
            { name: "croup", unit, className: "stroke-ochre fill-ochre", dash: "6 3", at: lineOf(bodies, "croupCm") },
          ]}
          weeks={[]}
        />
      </div>
      <BodyLines bodies={bodies} />
    </section>
  );
}
