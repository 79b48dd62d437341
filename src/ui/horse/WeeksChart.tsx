import { useMemo } from "react";
import { sayDate } from "#core/calendar/local-date.ts";
import { STEEP } from "#core/tools/workload.ts";
import type { Week } from "#core/watch/weeks.ts";
import { Chart, type Series } from "#ui/kit/Chart.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";

const hours = (minutes: number): number => Math.round((minutes / 60) * 10) / 10;

/** Hours on the ground and in the saddle by week, with the workload against the four weeks before. */
export function WeeksChart({ weeks }: { weeks: readonly Week[] }) {
  useAwake();
  const labels = useMemo(() => weeks.map(({ monday }) => sayDate(monday)), [weeks]);
  const series = useMemo<Series[]>(
    () => [
      { label: "Ground, hours", kind: "bar", tone: "rail", values: weeks.map((week) => hours(week.groundMinutes)) },
      { label: "Saddle, hours", kind: "bar", tone: "slate", values: weeks.map((week) => hours(week.saddleMinutes)) },
      {
        label: `Workload against the last four weeks (above ${STEEP} is steep)`,
        kind: "line",
        tone: "ochre",
        values: weeks.map(({ ratio }) => (ratio === null ? null : Math.round(ratio * 100) / 100)),
        mark: "triangle",
        right: true,
      },
    ],
    [weeks],
  );
  return <Chart title="Hours by week" labelHead="Week from" labels={labels} series={series} rightHighest={3} stacked />;
}
