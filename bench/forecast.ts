/**
 * How honest the forecast is, on horses whose truth is known and whose mechanics are not the model's: `npm run bench:forecast [-- BARNS | --smallest]`.
 * Worst family counts. Beside it the plain table of sessions, the same recalibrated, and an oracle; then the plan's rule against other ways of
 * choosing, controls that must show no skill, and milliseconds.
 */
import { daysAhead, missedSoFar } from "#core/forecast/ahead.ts";
import { usualRateOf } from "#core/forecast/calibrate.ts";
import { readingNow } from "#core/forecast/doubt.ts";
import { believe, levelShown } from "#core/forecast/estimator.ts";
import { readSimulations } from "#core/forecast/forecast.ts";
import { type Ahead, simulate } from "#core/forecast/simulate.ts";
import type { ScoredSession, StayFacts } from "#core/forecast/stay.ts";
import { seededRandom } from "#core/kernel/random.ts";
import type { Score } from "#core/kernel/sides.ts";
import { checkpoints, firstMet, herdOf, LADDER, type LivedStay, POLICIES, type PolicyName, SHARES } from "./herds/barn.ts";
import { FAMILIES, type Family } from "./herds/family.ts";
import { byBarn, type Case, figuresOf, recalibrated } from "./herds/measure.ts";
import { oracle, plainBaseline, type Told } from "./herds/rivals.ts";

/** The smallest form shows that it works, and measures nothing. */
const SMALLEST = process.argv.includes("--smallest");
const BARNS = SMALLEST ? 1 : Number(process.argv[2] ?? 8);
const PAST_BARNS = SMALLEST ? 1 : 4;
const CONTROL_BARNS = SMALLEST ? 1 : 3;
const STAYS = SMALLEST ? 1 : 10;
const PLAYS = SMALLEST ? 8 : 500;
const ORACLE_PLAYS = SMALLEST ? 2 : 60;

const aheadOf = (stay: LivedStay, day: number, sessions: readonly ScoredSession[]): Ahead => {
  const rhythm = { sessions, perWeek: stay.perWeek, off: [] };
  return {
    today: day,
    lastDay: stay.term - 1,
    days: daysAhead(rhythm, day, stay.term - 1),
    ...missedSoFar(rhythm, day),
    minutes: stay.minutes,
    items: stay.items,
    follows: stay.policy === "plan" || stay.policy === "four-fifths" ? "plan" : "habit",
    notBefore: new Map(),
  };
};
const factsOf = (stay: LivedStay, sessions: readonly ScoredSession[], usualRate = 0): StayFacts => ({
  kind: stay.kind,
  skills: LADDER.skills,
  seen: [],
  sessions,
  usualRate,
});
const believed = (stay: LivedStay, sessions: readonly ScoredSession[]) => believe(factsOf(stay, sessions));
/** What stays that went home say of how fast a barn's horses learn. */
const usualRateAfter = (past: readonly LivedStay[]): number =>
  usualRateOf(
    past.map(({ sessions, ...stay }) => {
      const { mean, covariance, layout } = believed({ sessions, ...stay }, sessions);
      return { mean: mean[layout.rate] as number, variance: covariance[layout.rate * layout.size + layout.rate] as number };
    }),
  );

/** Time of 1,000 plays is taken where they are played. */
const times: Record<Ahead["follows"], number[]> = { plan: [], habit: [] };
function model(stay: LivedStay, day: number, sessions: readonly ScoredSession[], usualRate = 0): readonly Told[] {
  const { belief, doubt } = readingNow(factsOf(stay, sessions, usualRate));
  const ahead = aheadOf(stay, day, sessions);
  const begun = performance.now();
  const plays = simulate({ belief, doubt, sessions, goals: stay.goals, ahead, options: { seed: 1, plays: PLAYS, pace: 1 } });
  const told = readSimulations(plays.played, plays.run(PLAYS));
  times[ahead.follows].push(((performance.now() - begun) * 1000) / PLAYS);
  return told.map(({ chance, day: { p10, p50, p90 } }) => ({ chance, p10, p50, p90 }));
}

const casesOf = (stay: LivedStay, share: number, told: readonly Told[]): readonly Case[] => {
  const day = checkpoints(stay.term)[SHARES.indexOf(share as 0.25)] as number;
  return told.map((one, i) => {
    const metDay = stay.goals[i]?.metDay ?? null;
    const before = metDay !== null && metDay <= day;
    return { ...one, barn: stay.barn, share, met: metDay !== null, before, metDay, term: stay.term };
  });
};
const each = (
  herd: readonly LivedStay[],
  tell: (stay: LivedStay, day: number, known: readonly ScoredSession[]) => readonly Told[],
): readonly Case[] =>
  herd.flatMap((stay) =>
    SHARES.flatMap((share, i) => {
      const day = checkpoints(stay.term)[i] as number;
      const known = stay.sessions.filter((one) => one.day <= day);
      return casesOf(stay, share, tell(stay, day, known));
    }),
  );

const two = (x: number): string => x.toFixed(2);
const row = (name: string, cases: readonly Case[]): void => {
  const all = figuresOf(cases);
  const days = SHARES.map((share) => figuresOf(cases.filter((one) => one.share === share)).days.toFixed(1)).join(" / ");
  console.log(
    `  ${name.padEnd(30)} Brier ${all.brier.toFixed(3)}  skill ${two(all.skill)} (of all goals ${two(all.skillOfAll)})  calibration ${all.calibration.toFixed(3)}  ` +
      `coverage ${two(all.coverage)}  days ${days}  (${all.goals} goals, ${two(all.rate)} met)`,
  );
};

function honesty(family: Family): { cold: readonly Case[]; after: readonly Case[] } {
  const herds = (["habit", "plan", "four-fifths"] as const).map((policy) =>
    herdOf({ family, barns: BARNS, stays: STAYS, policy, seed: 1 }),
  );
  const past = (["habit", "plan", "four-fifths"] as const).map((policy) =>
    herdOf({ family, barns: PAST_BARNS, stays: STAYS, policy, seed: 2 }),
  );
  console.log(`\n${family.name}: ${BARNS} barns of ${STAYS} stays, run by habit, by plan, by plan to four fifths`);
  const cold = herds.map((herd) => each(herd, model));
  cold.forEach((cases, i) => row(`model, ${["habit", "plan", "four fifths"][i]}`, cases));
  const all = cold.flat();
  row("model", all);
  const usualRate = usualRateAfter(past.flat());
  const knowing = (stay: LivedStay, day: number, known: readonly ScoredSession[]) => model(stay, day, known, usualRate);
  const learnt = past.flatMap((herd) => each(herd, knowing));
  const after = recalibrated(
    learnt,
    herds.flatMap((herd) => each(herd, knowing)),
  );
  row("model after past stays", after);
  const plain = herds.flatMap((herd) => each(herd, plainBaseline));
  row("plain table of sessions", plain);
  row(
    "the same, recalibrated",
    recalibrated(
      past.flatMap((herd) => each(herd, plainBaseline)),
      plain,
    ),
  );
  const habit = herds[0] as readonly LivedStay[];
  row("model, the oracle's stays", each(habit, model));
  row(
    "oracle",
    each(habit, (stay, day) => oracle(stay, day, ORACLE_PLAYS)),
  );
  const random = seededRandom(5);
  const [low, high] = byBarn(
    all,
    (cases) => figuresOf(cases).skill,
    () => random.next(),
  );
  console.log(`  skill by barns drawn again: ${two(low)} to ${two(high)}`);
  return { cold: all, after };
}

/** Levels are known to the herd: how often the shown interval holds them, of tracks that were worked. */
function levelCoverage(family: Family): number {
  let [held, all] = [0, 0];
  for (const stay of herdOf({ family, barns: PAST_BARNS, stays: STAYS, policy: "habit", seed: 3 })) {
    const day = checkpoints(stay.term)[1] as number;
    const sessions = stay.sessions.filter((one) => one.day <= day);
    const belief = believed(stay, sessions);
    const worked = new Set(sessions.flatMap(({ work }) => work.map(({ skill }) => skill)));
    for (const track of belief.layout.tracks) {
      const id = belief.layout.skills[track.skill]?.id ?? "";
      if (!worked.has(id)) continue;
      const truth = Math.min(5, stay.horses.get(day)?.levelOf(id, track.side === "right" ? 1 : 0) ?? 0);
      const shown = levelShown(belief, track);
      held += Number(shown.low <= truth && truth <= shown.high);
      all += 1;
    }
  }
  return held / all;
}

/** Scores dealt out anew among a stay's works: what is left to know is little more than the days. */
function shuffled(stay: LivedStay): LivedStay {
  const random = seededRandom(stay.seed);
  const scores = stay.sessions.flatMap(({ work }) => work.flatMap((one) => Object.values(one.scores)));
  for (let i = scores.length - 1; i > 0; i -= 1) {
    const j = random.whole(0, i);
    [scores[i], scores[j]] = [scores[j] as Score, scores[i] as Score];
  }
  let next = 0;
  const sessions = stay.sessions.map((session) => ({
    ...session,
    work: session.work.map((work) => ({
      ...work,
      scores: Object.fromEntries(Object.keys(work.scores).map((side) => [side, scores[next++] as Score])),
    })),
  }));
  return { ...stay, sessions, goals: stay.goals.map((goal) => ({ ...goal, metDay: firstMet(sessions, goal) })) };
}

function controls(family: Family): void {
  const herd = herdOf({ family, barns: CONTROL_BARNS, stays: STAYS, policy: "habit", seed: 4 });
  const mixed = each(herd.map(shuffled), model);
  const open = mixed.filter(({ before }) => !before);
  const mean = (list: readonly number[]): number => list.reduce((sum, x) => sum + x, 0) / Math.max(1, list.length);
  console.log(
    `  shuffled scores: skill ${two(figuresOf(open).skill)}, chances above 0.8: ${two(mean(open.map(({ chance }) => Number(chance > 0.8))))}`,
  );
  const never: Family = { ...family, name: `${family.name}, never learns`, growth: { ...family.growth, gain: () => 0 } };
  const dull = each(herdOf({ family: never, barns: CONTROL_BARNS, stays: STAYS, policy: "habit", seed: 5 }), model).filter(
    ({ before }) => !before,
  );
  console.log(
    `  never learns: met ${two(mean(dull.map(({ met }) => Number(met))))}, told ${two(mean(dull.map(({ chance }) => chance)))}, chances above 0.8: ${two(mean(dull.map(({ chance }) => Number(chance > 0.8))))}`,
  );
}

function planner(family: Family): void {
  const worth = (policy: PolicyName): string => {
    const herd = herdOf({ family, barns: BARNS, stays: STAYS, policy, seed: 6 });
    const [held, all] = herd
      .flatMap(({ goals }) => goals)
      .reduce(([h, a], goal) => [h + (goal.held ? goal.value : 0), a + goal.value], [0, 0] as readonly [number, number]);
    const early = herd.reduce((sum, stay) => sum + stay.tooEarly, 0) / herd.reduce((sum, stay) => sum + stay.works, 0);
    return `${policy} ${two(held / all)} (too early ${two(early)})`;
  };
  console.log(`  value of goals truly held: ${POLICIES.map(worth).join(", ")}`);
}

const results = (SMALLEST ? FAMILIES.slice(0, 1) : FAMILIES).map((family) => {
  const figures = honesty(family);
  console.log(`  levels: the shown interval holds ${two(levelCoverage(family))}`);
  controls(family);
  planner(family);
  return figures;
});
const worst = (of: (cases: readonly Case[]) => number, pick: (...all: number[]) => number, which: "cold" | "after"): string =>
  two(pick(...results.map((one) => of(one[which]))));
console.log("\nworst family");
for (const which of ["cold", "after"] as const)
  console.log(
    `  ${which}: skill ${worst((cases) => figuresOf(cases).skill, Math.min, which)} (of all goals ${worst((cases) => figuresOf(cases).skillOfAll, Math.min, which)}), calibration ${worst((cases) => figuresOf(cases).calibration, Math.max, which)}, ` +
      `coverage ${worst((cases) => figuresOf(cases).coverage, Math.min, which)}-${worst((cases) => figuresOf(cases).coverage, Math.max, which)}`,
  );
for (const follows of ["habit", "plan"] as const) {
  const sorted = times[follows].sort((a, b) => a - b);
  const at = (share: number): string => (sorted[Math.floor(share * (sorted.length - 1))] ?? 0).toFixed(0);
  console.log(`  1,000 plays, ${follows}: ${at(0.5)} ms median, ${at(0.95)} ms at the 95th percentile`);
}
