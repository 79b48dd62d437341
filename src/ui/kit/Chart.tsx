/** A chart with its figures beside it: drawn by Chart.js, to be read as a table, and saved as a picture or as CSV. */
import {
  BarController,
  BarElement,
  CategoryScale,
  type ChartDataset,
  Chart as Drawn,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  type Plugin,
  PointElement,
  Tooltip,
} from "chart.js";
import Papa from "papaparse";
import { useEffect, useId, useRef, useState } from "react";
import { Button } from "./parts.tsx";

Drawn.register(BarController, BarElement, CategoryScale, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip);

export interface Series {
  readonly label: string;
  readonly kind: "bar" | "line";
  /** A token of the palette, such as 'rail'. */
  readonly tone: "rail" | "slate" | "ochre" | "oxblood" | "dim";
  readonly values: readonly (number | null)[];
  /** Told apart without colour, too. */
  readonly dashed?: boolean;
  readonly mark?: "circle" | "rect" | "triangle";
  /** Has a scale of its own, on the right. */
  readonly right?: boolean;
}
export interface Shade {
  /** Places on the label axis, both included. */
  readonly from: number;
  readonly to: number;
}
export interface Mark {
  readonly at: number;
  readonly words: string;
}
export interface ChartProps {
  readonly title: string;
  readonly labels: readonly string[];
  readonly labelHead: string;
  readonly series: readonly Series[];
  readonly highest?: number;
  readonly rightHighest?: number;
  readonly shades?: readonly Shade[];
  readonly marks?: readonly Mark[];
  readonly stacked?: boolean;
}

const tone = (name: string): string => getComputedStyle(document.documentElement).getPropertyValue(`--color-${name}`).trim();

/** Stretches and moments that explain what the lines do, drawn under them. */
const context = (shades: readonly Shade[], marks: readonly Mark[]): Plugin => ({
  id: "context",
  beforeDatasetsDraw: ({ ctx, chartArea, scales }) => {
    const x = scales["x"];
    if (!x) return;
    const half = x.getPixelForValue(1) - x.getPixelForValue(0) || 8;
    ctx.save();
    ctx.globalAlpha = 0.35;
    ctx.fillStyle = tone("line");
    for (const { from, to } of shades) {
      const [left, right] = [x.getPixelForValue(from) - half / 2, x.getPixelForValue(to) + half / 2];
      ctx.fillRect(left, chartArea.top, right - left, chartArea.height);
    }
    ctx.globalAlpha = 1;
    ctx.strokeStyle = tone("oxblood");
    ctx.setLineDash([2, 3]);
    for (const { at } of marks) {
      ctx.beginPath();
      ctx.moveTo(x.getPixelForValue(at), chartArea.top);
      ctx.lineTo(x.getPixelForValue(at), chartArea.bottom);
      ctx.stroke();
    }
    ctx.restore();
  },
});

const toDataset = ({
  label,
  kind,
  tone: name,
  values,
  dashed,
  mark,
  right,
}: Series): ChartDataset<"bar" | "line", (number | null)[]> => ({
  type: kind,
  label,
  data: [...values],
  yAxisID: right ? "right" : "y",
  backgroundColor: tone(name),
  borderColor: tone(name),
  ...(kind === "line"
    ? {
        order: -1,
        borderWidth: 2,
        borderDash: dashed ? [6, 4] : [],
        pointStyle: mark ?? "circle",
        pointRadius: 3,
        spanGaps: true,
        tension: 0,
      }
    : {}),
});

function save(name: string, href: string): void {
  const link = document.createElement("a");
  link.download = name;
  link.href = href;
  link.click();
}

export function Chart({
  title,
  labels,
  labelHead,
  series,
  highest,
  rightHighest,
  shades = [],
  marks = [],
  stacked = false,
}: ChartProps) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const drawn = useRef<Drawn<"bar" | "line", (number | null)[], string> | null>(null);
  const [asTable, setAsTable] = useState(false);
  const id = useId();
  useEffect(() => {
    if (!canvas.current || asTable) return;
    Drawn.defaults.font.family = getComputedStyle(document.body).fontFamily;
    const scale = { ticks: { color: tone("ink") }, grid: { color: tone("line") }, stacked };
    drawn.current = new Drawn<"bar" | "line", (number | null)[], string>(canvas.current, {
      type: "bar",
      data: { labels: [...labels], datasets: series.map(toDataset) },
      options: {
        animation: false,
        responsive: true,
        maintainAspectRatio: false,
        plugins: { legend: { labels: { color: tone("ink"), usePointStyle: true } } },
        scales: {
          x: { ...scale, ticks: { ...scale.ticks, maxTicksLimit: 12, maxRotation: 0 } },
          y: { ...scale, beginAtZero: true, ...(highest === undefined ? {} : { max: highest }) },
          ...(series.some(({ right }) => right)
            ? {
                right: {
                  ...scale,
                  stacked: false,
                  position: "right" as const,
                  beginAtZero: true,
                  grid: { display: false },
                  ...(rightHighest === undefined ? {} : { max: rightHighest }),
                },
              }
            : {}),
        },
      },
      plugins: [context(shades, marks)],
    });
    return () => drawn.current?.destroy();
  }, [asTable, labels, series, highest, rightHighest, shades, marks, stacked]);
  const rows = labels.map((label, i) => [
    label,
    ...series.map(({ values }) => values[i] ?? ""),
    ...(marks.length > 0
      ? [
          marks
            .filter(({ at }) => at === i)
            .map(({ words }) => words)
            .join("; "),
        ]
      : []),
  ]);
  const heads = [labelHead, ...series.map(({ label }) => label), ...(marks.length > 0 ? ["What happened"] : [])];
  const file = title.toLowerCase().replaceAll(/[^a-z0-9]+/g, "-");
  return (
    <figure aria-labelledby={id} className="min-w-0">
      <div className="flex flex-wrap items-center gap-2">
        <figcaption id={id} className="sign grow">
          {title}
        </figcaption>
        <Button aria-pressed={asTable} onClick={() => setAsTable(!asTable)}>
          {asTable ? "As a chart" : "As a table"}
        </Button>
        {!asTable && <Button onClick={() => save(`${file}.png`, drawn.current?.toBase64Image() ?? "")}>Save as PNG</Button>}
        <Button
          onClick={() =>
            save(
              `${file}.csv`,
              URL.createObjectURL(new Blob([Papa.unparse({ fields: heads, data: rows })], { type: "text/csv" })),
            )
          }
        >
          Save as CSV
        </Button>
      </div>
      {asTable ? (
        <div className="max-h-96 overflow-auto" tabIndex={0} role="region" aria-label={`${title}, as a table`}>
          <table className="w-full border-collapse text-left">
            <thead>
              <tr className="sign border-b-2 border-rail">
                {heads.map((head) => (
                  <th key={head} scope="col" className="pr-3">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {rows.map((row, i) => (
                <tr key={`${row[0]}${i}`} className="h-9 border-b border-line">
                  {row.map((cell, column) => (
                    <td key={heads[column]} className="pr-3">
                      {cell}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ) : (
        <div className="relative h-64">
          <canvas ref={canvas} role="img" aria-label={`${title}. The table beside it has the figures.`} />
        </div>
      )}
    </figure>
  );
}
