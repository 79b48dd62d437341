/** Asks the worker one question after another, the stay as it is first; each can be waited for, all can be stopped. */
import { useEffect, useRef, useState } from "react";
import { NOW, type StayRecord, type WhatIf } from "#core/plan/outlook.ts";
import type { ForecastReply, ForecastRequest, PlanReading } from "./reading.ts";

/** A goal's page plays more than a comparison does. */
const PLAYS = 1000;
const COMPARED_PLAYS = 250;
const SEED = 1;
export const keyOf = (what: WhatIf): string => JSON.stringify(what);

export interface Outlook {
  readonly now: PlanReading | null;
  /** The stay as it is, at the number of plays that what-ifs are compared at. */
  readonly compared: PlanReading | null;
  readonly others: ReadonlyMap<string, PlanReading>;
  readonly progress: { readonly done: number; readonly of: number } | null;
  readonly stopped: boolean;
  stop(): void;
  again(): void;
}

export function useOutlook(record: StayRecord | null, whatIfs: readonly WhatIf[]): Outlook {
  const [now, setNow] = useState<PlanReading | null>(null);
  const [compared, setCompared] = useState<PlanReading | null>(null);
  const [others, setOthers] = useState<ReadonlyMap<string, PlanReading>>(new Map());
  const [progress, setProgress] = useState<Outlook["progress"]>(null);
  const [stopped, setStopped] = useState(false);
  const [turn, setTurn] = useState(0);
  const worker = useRef<Worker | null>(null);
  const wanted = JSON.stringify(whatIfs);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another turn asks the same questions again
  useEffect(() => {
    if (!record) return;
    const questions: readonly { what: WhatIf; plays: number }[] = [
      { what: NOW, plays: PLAYS },
      ...(JSON.parse(wanted) as WhatIf[]).map((what) => ({ what, plays: COMPARED_PLAYS })),
    ];
    const all = questions.reduce((sum, one) => sum + one.plays, 0);
    const before = questions.map((_, i) => questions.slice(0, i).reduce((sum, one) => sum + one.plays, 0));
    const mine = new Worker(new URL("./plan.worker.ts", import.meta.url), { type: "module" });
    worker.current = mine;
    const put = (number: number): void => {
      const question = questions[number];
      if (!question) return setProgress(null);
      const isFirst = number === 0;
      const asked: ForecastRequest = {
        ...question,
        number,
        record: isFirst ? record : null,
        alsoOver: isFirst ? COMPARED_PLAYS : null,
        seed: SEED,
      };
      mine.postMessage(asked);
    };
    mine.onmessage = ({ data }: MessageEvent<ForecastReply>) => {
      const { number, done, reading, also } = data;
      setProgress({ done: (before[number] ?? 0) + done, of: all });
      if (!reading) return;
      if (number === 0) {
        setNow(reading);
        setCompared(also);
      } else {
        const what = questions[number]?.what ?? NOW;
        setOthers((known) => new Map([...known, [keyOf(what), reading]]));
      }
      put(number + 1);
    };
    mine.onerror = () => setStopped(true);
    setStopped(false);
    setOthers(new Map());
    setProgress({ done: 0, of: all });
    put(0);
    return () => mine.terminate();
  }, [record, wanted, turn]);

  return {
    now,
    compared,
    others,
    progress,
    stopped,
    stop: () => {
      worker.current?.terminate();
      setProgress(null);
      setStopped(true);
    },
    again: () => setTurn((n) => n + 1),
  };
}
