/** What a horse measured over its stay, in evaluations and between them. */
import type { BodyView } from "#contracts/views.watch.ts";
import { conditionOf, NOT_MEASURED, restingOdd } from "#core/intake/measures.ts";
import type { Db } from "#db/client.ts";
import type { Evaluation } from "#db/queries/intake.ts";
import { listMeasuring, listWeighings, type MeasuringRecord } from "#db/queries/measuring.ts";
import { outcomeOf } from "../stay/facts.ts";
import type { Opened } from "../stay/read-horse.ts";

type Weighing = Awaited<ReturnType<typeof listWeighings>>[number];
/** All measures of the stay, the oldest first; of one day those between evaluations come after. */
function bodiesOf(
  { stay, barn }: Opened,
  evaluations: readonly Evaluation[],
  between: readonly MeasuringRecord[],
  weighings: readonly Weighing[],
): readonly BodyView[] {
  const inWalks = evaluations.flatMap((evaluation): BodyView[] => {
    if (!evaluation.closedAt) return [];
    const { measures } = evaluation.walk;
    const { withersCm, croupCm, girthCm } = measures;
    const kilograms = outcomeOf(stay, evaluation, evaluation.day, barn.ladder).weight?.kilograms ?? null;
    const condition = conditionOf(measures);
    const body = { kilograms, condition, withersCm, croupCm, girthCm };
    if (Object.values(body).every((value) => value === null)) return [];
    return [{ day: evaluation.day, ...body, saddleFit: null, odd: restingOdd(measures), words: "" }];
  });
  const taken = between.map(({ day, condition, withersCm, croupCm, girthCm, saddleFit, words, ...more }): BodyView => {
    const kilograms = weighings.find((one) => one.day === day)?.kilograms ?? null;
    const odd = restingOdd({ ...NOT_MEASURED, pulse: more.pulse, breaths: more.breaths, temperatureC: more.temperatureC });
    return { day, kilograms, condition, withersCm, croupCm, girthCm, saddleFit, odd, words };
  });
  const weighedOnly = weighings
    .filter(({ day }) => !between.some((one) => one.day === day))
    .map(({ day, kilograms }): BodyView => ({ ...NOTHING, day, kilograms }));
  return [...inWalks, ...taken, ...weighedOnly].sort((a, b) => a.day.localeCompare(b.day));
}
const NOTHING = { condition: null, withersCm: null, croupCm: null, girthCm: null, saddleFit: null, odd: [], words: "" };

/** The oldest first. */
export async function readBodies(db: Db, opened: Opened, evaluations: readonly Evaluation[]): Promise<readonly BodyView[]> {
  const [between, weighings] = await Promise.all([listMeasuring(db, opened.stay.id), listWeighings(db, opened.stay.id)]);
  return bodiesOf(opened, evaluations, between, weighings);
}
