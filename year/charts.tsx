/** The drawings of the page, by the application's own parts and colours; each file carries its few rules of style, so that it stands alone. */
import { readFileSync } from "node:fs";
import { renderToStaticMarkup } from "react-dom/server";
import type { Week } from "#core/watch/weeks.ts";
import { HoursByWeek } from "#ui/report/HoursByWeek.tsx";
import type { Compared, Honesty } from "./figures.ts";

const TOKENS = ["paper", "ink", "dim", "line", "rail", "ochre"] as const;
/** The classes that the drawings use, from the one file that has the colours; its light ones stand first. */
function rules(): string {
  const css = readFileSync("src/ui/kit/style.css", "utf8");
  const colours = TOKENS.map(
    (name) => [name, new RegExp(`--color-${name}: (#[0-9a-f]{6})`).exec(css)?.[1] ?? "#000000"] as const,
  );
  return [
    ...colours.flatMap(([name, colour]) => [`.fill-${name}{fill:${colour}}`, `.stroke-${name}{stroke:${colour}}`]),
    "text{font-family:system-ui,sans-serif;font-size:11px}",
  ].join("");
}
/** A drawing as a file of its own. */
const alone = (drawing: React.ReactElement): string =>
  renderToStaticMarkup(drawing).replace(
    /^<svg([^>]*)>/,
    (_, attributes: string) =>
      `<svg xmlns="http://www.w3.org/2000/svg"${attributes}><style>${rules()}</style><rect width="100%" height="100%" class="fill-paper"/>`,
  );

export const hoursFile = (weeks: readonly Week[]): string => alone(<HoursByWeek weeks={weeks} />);

const WIDTH = 760;
const ROW = 34;
const NAME = 430;
const SCALE = WIDTH - NAME - 30;

/** Both barns on one line each, every line on its own scale from 0. */
function Beside({ rows }: { readonly rows: readonly Compared[] }) {
  const height = rows.length * ROW + 30;
  const said = rows.map(
    ({ figure, furlong, whiteboard }) =>
      `${figure.words}: ${furlong.toFixed(1)} with Steady Furlong, ${whiteboard.toFixed(1)} by whiteboard`,
  );
  return (
    <svg width={WIDTH} height={height} viewBox={`0 0 ${WIDTH} ${height}`} role="img" aria-label={`${said.join("; ")}.`}>
      {rows.map(({ figure, furlong, whiteboard }, i) => {
        const most = Math.max(furlong, whiteboard, 0.001);
        const at = (value: number): number => NAME + (value / most) * SCALE;
        const y = i * ROW + 18;
        return (
          <g key={figure.id}>
            <text x={0} y={y + 4} className="fill-ink">
              {figure.words}
            </text>
            <path d={`M${NAME} ${y}H${NAME + SCALE}`} className="stroke-line" />
            <path
              d={`M${at(Math.min(furlong, whiteboard))} ${y}H${at(Math.max(furlong, whiteboard))}`}
              className="stroke-dim"
              strokeWidth={2}
            />
            <rect x={at(furlong) - 5} y={y - 5} width={10} height={10} className="fill-rail" />
            <circle cx={at(whiteboard)} cy={y} r={5} className="fill-paper stroke-ink" strokeWidth={1.5} />
          </g>
        );
      })}
      <rect x={NAME} y={height - 14} width={10} height={10} className="fill-rail" />
      <text x={NAME + 15} y={height - 5} className="fill-ink">
        Steady Furlong
      </text>
      <circle cx={NAME + 130} cy={height - 9} r={5} className="fill-paper stroke-ink" strokeWidth={1.5} />
      <text x={NAME + 140} y={height - 5} className="fill-ink">
        whiteboard
      </text>
    </svg>
  );
}
export const besideFile = (rows: readonly Compared[]): string => alone(<Beside rows={rows} />);

const SQUARE = 300;
const EDGE = 48;
/** What was told across, what came true up; on the line both are the same. */
function Told({ honesty }: { readonly honesty: Honesty }) {
  const at = (share: number): number => EDGE + share * (SQUARE - 2 * EDGE);
  const up = (share: number): number => SQUARE - at(share);
  const most = Math.max(1, ...honesty.bins.map(({ count }) => count));
  const said = honesty.bins.map(
    ({ told, came, count }) => `told ${Math.round(100 * told)} %, came true ${Math.round(100 * came)} % of ${count}`,
  );
  return (
    <svg width={SQUARE} height={SQUARE} viewBox={`0 0 ${SQUARE} ${SQUARE}`} role="img" aria-label={`${said.join("; ")}.`}>
      {[0, 0.5, 1].map((share) => (
        <g key={share}>
          <path d={`M${at(0)} ${up(share)}H${at(1)}`} className="stroke-line" />
          <text x={at(0) - 6} y={up(share) + 4} textAnchor="end" className="fill-dim">
            {100 * share} %
          </text>
          <text x={at(share)} y={SQUARE - EDGE + 16} textAnchor="middle" className="fill-dim">
            {100 * share} %
          </text>
        </g>
      ))}
      <path d={`M${at(0)} ${up(0)}L${at(1)} ${up(1)}`} className="stroke-dim" strokeDasharray="4 4" />
      {honesty.bins.map(({ from, told, came, count }) => (
        <circle key={from} cx={at(told)} cy={up(came)} r={3 + 7 * Math.sqrt(count / most)} className="fill-rail" />
      ))}
      <text x={SQUARE / 2} y={SQUARE - 4} textAnchor="middle" className="fill-ink">
        told across, came true up
      </text>
    </svg>
  );
}
export const toldFile = (honesty: Honesty): string => alone(<Told honesty={honesty} />);
