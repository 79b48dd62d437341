/** The worker that lays out a day: one question at a time, with its progress, and a way to stop it. */
import { useCallback, useEffect, useRef, useState } from "react";
import type { BarnDay } from "#core/day/from-barn.ts";
import type { LaidDay, LayAnswer, LayAsked } from "./laying.ts";

const MILLISECONDS = 1000;
const SEED = 1;

export interface LayOutState {
  /** Null while nothing is laid out. */
  readonly progress: { readonly share: number; readonly placed: number } | null;
  /** Null where it was stopped. */
  layOut(day: BarnDay): Promise<LaidDay | null>;
  stop(): void;
}

export function useLayOut(): LayOutState {
  const worker = useRef<Worker | null>(null);
  const waiting = useRef<((laid: LaidDay | null) => void) | null>(null);
  const [progress, setProgress] = useState<LayOutState["progress"]>(null);
  const end = useCallback((laid: LaidDay | null): void => {
    setProgress(null);
    waiting.current?.(laid);
    waiting.current = null;
  }, []);
  const stop = useCallback((): void => {
    worker.current?.terminate();
    worker.current = null;
    end(null);
  }, [end]);
  useEffect(() => stop, [stop]);
  const layOut = useCallback(
    (day: BarnDay): Promise<LaidDay | null> => {
      if (waiting.current) return Promise.resolve(null);
      worker.current ??= new Worker(new URL("./lay-out.worker.ts", import.meta.url), { type: "module" });
      const one = worker.current;
      setProgress({ share: 0, placed: 0 });
      return new Promise((resolve) => {
        waiting.current = resolve;
        one.onmessage = ({ data }: MessageEvent<LayAnswer>) => {
          if (data.laid) end(data.laid);
          else setProgress({ share: data.share, placed: data.placed });
        };
        one.onerror = () => stop();
        one.postMessage({ number: 1, day, seed: SEED, milliseconds: MILLISECONDS } satisfies LayAsked);
      });
    },
    [end, stop],
  );
  return { progress, layOut, stop };
}
