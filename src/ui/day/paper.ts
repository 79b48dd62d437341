/** A row that was typed in from paper, as the record that the phone would have sent. */
import type { RecordFields } from "#contracts/card.ts";
import type { PaperRow } from "#contracts/views.paper.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import type { Score, TrackSide } from "#core/kernel/sides.ts";
import type { GateTick } from "#core/permission/ground-check.ts";

export interface Typed {
  readonly groundMinutes: number;
  readonly saddleMinutes: number;
  /** By skill and side; what is not in it was not scored. */
  readonly scores: Readonly<Record<string, Score>>;
  /** The whole ground check was ticked on the paper. */
  readonly ticked: boolean;
  readonly endedWell: boolean | null;
  readonly word: string;
  readonly nextTime: string;
}
export const NOTHING_TYPED: Typed = {
  groundMinutes: 0,
  saddleMinutes: 0,
  scores: {},
  ticked: false,
  endedWell: null,
  word: "",
  nextTime: "",
};
export const scoreKey = (skill: string, side: TrackSide): string => `${skill}:${side}`;

/** Skills that the paper has a line for, each once. */
export const skillsOf = ({ work }: Pick<PaperRow, "work">): readonly string[] => [
  ...new Set(work.items.map(({ skill }) => skill)),
];

/** Null: it is not whole yet; minutes and how it ended are asked for. */
export function requestOf(
  row: Pick<PaperRow, "card" | "helper" | "asked" | "essentials">,
  typed: Typed,
): {
  id: string;
  base: null;
  record: RecordFields;
  gate: { ticks: GateTick[]; redSigns: []; redGone: []; overrideReason: string };
} | null {
  if (typed.endedWell === null || typed.groundMinutes + typed.saddleMinutes === 0) return null;
  const scores = Object.entries(typed.scores).map(([key, score]) => {
    const [skill = "", side = "both"] = key.split(":");
    return { skill, side: side as TrackSide, score };
  });
  const record = {
    ...EMPTY_RECORD,
    tack: [...(row.essentials.lastTime?.tack ?? [])],
    helper: row.helper?.id ?? null,
    groundMinutes: typed.groundMinutes,
    saddleMinutes: typed.saddleMinutes,
    scores,
    endedWell: typed.endedWell,
    word: typed.word,
    nextTime: typed.nextTime,
  } as RecordFields;
  return {
    id: row.card,
    base: null,
    record,
    gate: { ticks: typed.ticked ? [...row.asked] : [], redSigns: [], redGone: [], overrideReason: "" },
  };
}
