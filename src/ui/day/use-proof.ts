/** How far the sheet is from the best day, asked of the server after a day was laid out; it holds for the sheet that it was asked of, and no other. */
import { useCallback, useEffect, useRef, useState } from "react";
import type { DayView } from "#contracts/views.ts";
import type { ScheduledCard } from "#core/day/second.ts";
import { live } from "./sheet.ts";

export interface ProofSaid {
  readonly stands: number;
  readonly best: number;
  readonly bound: number | null;
  readonly proven: boolean;
  readonly done: boolean;
  readonly cards: readonly ScheduledCard[] | null;
}
const sheetOf = (view: DayView): string =>
  live(view.cards)
    .map(({ card, version }) => `${card} ${version}`)
    .sort()
    .join();

export function useProof(view: DayView): { readonly proof: ProofSaid | null; ask(): void } {
  const [said, setSaid] = useState<{ readonly of: string; readonly proof: ProofSaid } | null>(null);
  const [asked, setAsked] = useState(0);
  const now = sheetOf(view);
  const latest = useRef(now);
  useEffect(() => {
    latest.current = now;
  }, [now]);
  useEffect(() => {
    if (asked === 0) return;
    const of = latest.current;
    const events = new EventSource(`/api/day-proof?day=${view.day}`);
    events.onmessage = ({ data }: MessageEvent<string>) => {
      const proof = JSON.parse(data) as ProofSaid;
      setSaid({ of, proof });
      if (proof.done) events.close();
    };
    events.onerror = () => events.close();
    return () => events.close();
  }, [asked, view.day]);
  return { proof: said?.of === now ? said.proof : null, ask: useCallback(() => setAsked((count) => count + 1), []) };
}
