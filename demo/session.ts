/** One session of the demo barn. */
import type { RecordFields } from "#contracts/card.ts";
import type { CardView } from "#contracts/views.card.ts";
import { ENDINGS, type Gait, type Weather } from "#core/card/card.ts";
import type { Tack } from "#core/card/gear.ts";
import { EMPTY_RECORD } from "#core/card/merge.ts";
import { readGate } from "#core/gate/gate.ts";
import { must } from "#core/kernel/assert.ts";
import type { StayId } from "#core/kernel/brand.ts";
import type { Random } from "#core/kernel/random.ts";
import { SIDES, sidesOf } from "#core/kernel/sides.ts";
import { type GateTick } from "#core/permission/ground-check.ts";
import { skillOf } from "#shipped/ladder.ts";
import type { Character } from "./cast.ts";
import { JUMPS } from "./jumps.ts";
import { INCIDENTS, NEXT_TIME, type Truth, WORDS_ROUGH, WORDS_WELL } from "./truth.ts";

/** Minutes of the main, against those of anything beside it. */
const MAIN_SHARE = 4;
export interface Stabled {
  readonly character: Character;
  readonly stay: StayId;
  readonly truth: Truth;
  /** Skills whose first the owner was told of. */
  readonly firsts: Set<string>;
}

const LONG_RIDE = 35;
const WITH_SADDLE = ["saddle", "girth", "loose-tack", "stirrups", "block", "stirrup-weight", "lie-across"];
/** As a form begins it. */
const bare = () => ({ ...EMPTY_RECORD, endedWell: true }) as RecordFields;

/** What is written down after a session of the card, as the horse's hidden truth would have it. */
export function sessionOf(
  random: Random,
  { character: c, truth, firsts }: Pick<Stabled, "character" | "truth" | "firsts">,
  view: CardView,
  offset: number,
): { record: RecordFields; ticks: GateTick[] } {
  const weather: Weather = random.chance(0.75) ? "calm" : random.pick(["windy", "hot", "cold", "wet"]);
  const ticks = [...view.gate.asked];
  const wantsRide = view.card.kind !== "ground";
  const helper = view.people.find(({ id }) => id === view.helper?.id) ?? null;
  const gate = readGate(view.gate, { helper, ticks, redSigns: [], windy: weather === "windy" }, view.card.kind);
  const { stage } = view.gate.horse;
  const rides = wantsRide && gate.state === "open";
  const limit = view.sessionMinutes ?? Number.POSITIVE_INFINITY;
  // In the saddle sits whoever works something that is ridden; a foot in the stirrup is no ride.
  const sits = rides && (stage === "riding" || view.work.items.some(({ skill }) => skillOf(skill).bears === "rider"));
  const groundMinutes = Math.min(sits ? random.whole(12, 25) : random.whole(30, 50), limit);
  const saddleWanted = sits ? (stage === "riding" ? random.whole(25, 45) : random.whole(8, 22)) : 0;
  const saddleMinutes = Math.max(0, Math.min(saddleWanted, limit - groundMinutes));
  // What a session finishes with may have been its work: it is scored once.
  const items = view.work.items.filter(
    (item, i, all) =>
      (rides || skillOf(item.skill).bears === "nothing") && all.findIndex(({ skill }) => skill === item.skill) === i,
  );
  const stalled = c.stallsFrom !== undefined && offset >= c.stallsFrom;
  // The main takes most of the time; what is done beside it a little.
  const shareOf = ({ role }: (typeof items)[number]): number => (role === "main" ? MAIN_SHARE : 1);
  const shares = items.reduce((sum, item) => sum + shareOf(item), 0);
  for (const item of items)
    truth.work(item.skill, ((groundMinutes + saddleMinutes) * shareOf(item)) / Math.max(1, shares), stalled);
  const scores = items.flatMap((item) => {
    const sides = sidesOf(skillOf(item.skill).sided).filter(
      (side) => item.side === null || side === item.side || view.method.id !== "ground-first",
    );
    return sides.map((side) => ({ skill: item.skill, side, score: truth.score(item.skill, side, stalled) }));
  });
  const newFirsts = scores.filter(({ skill, score }) => score >= 2 && FIRSTS[skill] !== undefined && !firsts.has(skill));
  const firstWords = [...new Set(newFirsts.map(({ skill }) => skill))].filter(
    (skill) => !view.recentScores.some((one) => one.skill === skill && Math.max(...one.scores) >= 2),
  );
  for (const { skill } of newFirsts) firsts.add(skill);
  const rough = random.chance(0.1 + c.hot / 3);
  const incident = random.chance(c.hot / 14) ? random.pick(INCIDENTS) : null;
  const gaits: Gait[] = scores.some(({ skill }) => skill.includes("canter"))
    ? ["walk", "trot", "canter"]
    : scores.some(({ skill }) => skill.includes("trot") || skill === "loose-tack")
      ? ["walk", "trot"]
      : ["walk"];
  const tack: Tack[] = rides
    ? view.method.id === "classical-line" || stage === "riding"
      ? ["saddle", "snaffle"]
      : ["saddle", "rope-halter", bitOf(view.riddenGaits.length)]
    : [
        ...(items.some(({ skill }) => WITH_SADDLE.includes(skill)) ? (["saddle"] as const) : []),
        view.method.id === "classical-line" ? "cavesson" : "rope-halter",
      ];
  const changes = view.essentials.lastTime !== null && tack.some((one) => !view.essentials.lastTime?.tack.includes(one));
  const shown = c.signs.filter(() => random.chance(rough ? 0.5 : 0.15));
  return {
    ticks,
    record: {
      ...bare(),
      groundMinutes,
      saddleMinutes,
      // Riders look at the watch when it trots and canters round, and take readings of those that were ridden long.
      circleMinutes: gaits.length > 1 ? Math.min(view.circleMinutes, Math.round((groundMinutes + saddleMinutes) / 5)) : 0,
      helper: view.helper?.id ?? null,
      ending: [...ENDINGS].slice(0, rough ? 3 : ENDINGS.length),
      readings: saddleMinutes >= LONG_RIDE ? [{ minute: 10, pulse: 40 + Math.round(saddleMinutes / 3), breaths: 20 }] : [],
      gaits,
      weather,
      tack,
      scores,
      course: courseFor(c, truth, random, rough),
      signs: [
        ...shown.map(([, sign, side, strength]) => ({ sign, skill: null, side, strength })),
        ...(rough
          ? []
          : [
              {
                sign: random.pick(["licks", "blows-out", "soft-eye", "ear-on"]),
                skill: null,
                side: "both" as const,
                strength: 1 as const,
              },
            ]),
      ],
      incidents: incident
        ? [
            {
              kind: incident[0],
              before: incident[1],
              hurt: "nobody",
              during: incident[2],
              ledBy: [...incident[3]],
              strength: incident[0] === "spook" ? 1 : 2,
            },
          ]
        : [],
      firsts: firstWords.map((skill) => ({ skill, words: must(FIRSTS[skill], "a first") })),
      endedWell: !rough || random.chance(0.6),
      word: random.pick(rough ? WORDS_ROUGH : WORDS_WELL),
      nextTime: random.pick(NEXT_TIME),
      gearWhy: changes
        ? tack.some((one) => one.includes("bit") || one === "one-rein" || one === "snaffle")
          ? "The next stage of the bit."
          : "It was ready for it."
        : "",
      jump: JUMPS.find((one) => one.horse === c.horse && one.offset === offset)?.school ?? null,
    },
  };
}

/** The bit comes by stages: carried first, then one rein, then both. */
const bitOf = (gaits: number): Tack => (gaits < 1 ? "bit-carried" : gaits < 2 ? "one-rein" : "snaffle");

/** Hot horses are tapped as they settle: the longer, the less they give, and the harder side takes longest. */
function courseFor(c: Character, truth: Truth, random: Random, rough: boolean): RecordFields["course"] {
  if (c.hot < HOT) return [];
  return SIDES.flatMap((side) => {
    const stiff = 5 - truth.score("give-head", side);
    const soft = Math.max(1, Math.round(2 + 2 * stiff + random.whole(0, 2) + (rough ? 5 : 0)));
    return [
      { minute: 0, state: rough ? ("leaving" as const) : ("tight" as const), side },
      { minute: Math.ceil(soft / 2), state: "softening" as const, side },
      { minute: soft, state: "soft" as const, side },
    ];
  }).sort((a, b) => a.minute - b.minute);
}
const HOT = 0.3;

/** What an owner wants to hear of on the day it happens. */
const FIRSTS: Readonly<Record<string, string>> = {
  tie: "First time tied and standing",
  "hind-feet": "First time all four feet held",
  trailer: "First walk into the trailer",
  "loose-tack": "First canter loose with the saddle",
  "stirrup-weight": "First weight in the stirrup",
  sit: "First time sat on",
  forward: "First walk under saddle",
  trot: "First trot under saddle",
  canter: "First canter under saddle",
  outside: "First ride out on the hill",
  pad: "First pad carried, feet still",
  saddle: "First time saddled",
  clippers: "First time clipped",
  "leg-yield": "First leg yield",
  "turn-forehand": "First turn on the forehand",
  circles: "First circles that kept their size",
};
/** A horse that rides already has had these long ago. */
export const DONE_AT_HOME = ["tie", "hind-feet", "loose-tack", "stirrup-weight", "sit", "forward", "trot", "pad", "saddle"];
