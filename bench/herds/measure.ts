/** How good forecasts were, in the figures that docs/forecast.md names. */
export interface Case {
  readonly barn: string;
  readonly share: number;
  readonly chance: number;
  readonly met: boolean;
  /** Met before the forecast was made: says nothing of its skill. */
  readonly before: boolean;
  readonly metDay: number | null;
  readonly p10: number | null;
  readonly p50: number | null;
  readonly p90: number | null;
  readonly term: number;
}
const mean = (list: readonly number[]): number => list.reduce((sum, x) => sum + x, 0) / Math.max(1, list.length);
const BINS = 10;

const rateOf = (cases: readonly Case[]): number => mean(cases.map(({ met }) => Number(met)));
const brierOf = (cases: readonly Case[]): number => mean(cases.map(({ chance, met }) => (chance - Number(met)) ** 2));
const skillOf = (cases: readonly Case[]): number => {
  const rate = rateOf(cases);
  return 1 - brierOf(cases) / Math.max(1e-9, rate * (1 - rate));
};

export interface Figures {
  readonly goals: number;
  readonly rate: number;
  readonly brier: number;
  /** 1 less the Brier score over that of the base rate; of goals open when told, and of all. */
  readonly skill: number;
  readonly skillOfAll: number;
  readonly calibration: number;
  /** Share of goals whose day, or end without it, lies within the 10-90 % interval. */
  readonly coverage: number;
  /** Mean error of the middle day, of goals that were met after it was told. */
  readonly days: number;
  readonly told: number;
}
export function figuresOf(all: readonly Case[]): Figures {
  const cases = all.filter(({ before }) => !before);
  const rate = rateOf(cases);
  const brier = brierOf(cases);
  let calibration = 0;
  for (let bin = 0; bin < BINS; bin += 1) {
    const inBin = cases.filter(({ chance }) => Math.min(BINS - 1, Math.floor(chance * BINS)) === bin);
    const gap = Math.abs(mean(inBin.map(({ chance }) => chance)) - mean(inBin.map(({ met }) => Number(met))));
    calibration += (inBin.length / Math.max(1, cases.length)) * gap;
  }
  // A goal never met stands at the end: an interval that reaches beyond the term holds it.
  const within = cases.map(({ p10, p90, metDay, term }) =>
    Number((p10 ?? term) <= (metDay ?? term) && (metDay ?? term) <= (p90 ?? term)),
  );
  const met = cases.filter(({ metDay }) => metDay !== null);
  const errors = met.filter(({ p50 }) => p50 !== null).map(({ p50, metDay }) => Math.abs((p50 as number) - (metDay as number)));
  return {
    goals: cases.length,
    rate,
    brier,
    skill: skillOf(cases),
    skillOfAll: skillOf(all),
    calibration,
    coverage: mean(within),
    days: mean(errors),
    told: errors.length / Math.max(1, met.length),
  };
}

/** A logistic on the logit, fitted by gradient and drawn towards no change, as a barn with so many closed goals would have it. */
export function recalibrated(train: readonly Case[], cases: readonly Case[]): readonly Case[] {
  const logit = (p: number): number => Math.log(Math.min(0.995, Math.max(0.005, p)) / (1 - Math.min(0.995, Math.max(0.005, p))));
  let [a, b] = [0, 1];
  const told = train.filter(({ before }) => !before);
  for (let step = 0; step < 400; step += 1) {
    let [da, db] = [a * 4, (b - 1) * 4];
    for (const { chance, met } of told) {
      const error = 1 / (1 + Math.exp(-(a + b * logit(chance)))) - Number(met);
      da += error;
      db += error * logit(chance);
    }
    a -= (0.5 * da) / (told.length + 4);
    b -= (0.1 * db) / (told.length + 4);
  }
  return cases.map((one) => ({ ...one, chance: 1 / (1 + Math.exp(-(a + b * logit(one.chance)))) }));
}

/** 10-90 % of a figure over barns drawn again and again. */
export function byBarn(
  cases: readonly Case[],
  figure: (cases: readonly Case[]) => number,
  random: () => number,
): readonly [number, number] {
  const barns = [...new Set(cases.map(({ barn }) => barn))];
  const rows = new Map(barns.map((barn) => [barn, cases.filter((one) => one.barn === barn)]));
  const drawn = Array.from({ length: 200 }, () =>
    figure(barns.flatMap(() => rows.get(barns[Math.floor(random() * barns.length)] as string) ?? [])),
  ).sort((a, b) => a - b);
  return [drawn[20] as number, drawn[179] as number];
}
