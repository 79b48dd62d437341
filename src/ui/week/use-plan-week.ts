/** Asks the server to work out the week, and hears what would help while it is tried. */
import { useCallback, useEffect, useRef, useState } from "react";
import type { WeekPlanView } from "#contracts/views.week.ts";

export interface PlanWeek {
  /** What was said last; null before anything was asked. */
  readonly told: WeekPlanView | null;
  readonly busy: boolean;
  ask(from: string): Promise<WeekPlanView["plan"]>;
  stop(): void;
}
export function usePlanWeek(): PlanWeek {
  const [told, setTold] = useState<WeekPlanView | null>(null);
  const [busy, setBusy] = useState(false);
  const events = useRef<EventSource | null>(null);
  const stop = useCallback((): void => {
    events.current?.close();
    events.current = null;
    setBusy(false);
  }, []);
  useEffect(() => stop, [stop]);
  const ask = useCallback(
    (from: string): Promise<WeekPlanView["plan"]> => {
      stop();
      setTold(null);
      setBusy(true);
      return new Promise((resolve) => {
        const source = new EventSource(`/api/week-plan?from=${from}`);
        events.current = source;
        source.onmessage = ({ data }: MessageEvent<string>) => {
          const answer = JSON.parse(data) as WeekPlanView;
          setTold(answer);
          resolve(answer.plan);
          if (answer.done) stop();
        };
        source.onerror = () => {
          stop();
          resolve(null);
        };
      });
    },
    [stop],
  );
  return { told, busy, ask, stop };
}
