/** furlong-advice/1: what the application says of a horse on a day. */

import { addDays, daysBetween, type LocalDate } from "#core/calendar/local-date.ts";
import { isLongOff } from "#core/calendar/time-off.ts";
import type { SessionKind } from "#core/card/card.ts";
import { verdictOf } from "#core/forecast/chance.ts";
import { levelShown } from "#core/forecast/estimator.ts";
import { alarmsOf } from "#core/forecast/outlook.ts";
import { type GateAnswer, readGate } from "#core/gate/gate.ts";
import { toEnd } from "#core/kernel/pieces.ts";
import type { Skill } from "#core/ladder/skill.ts";
import { stepFacts } from "#core/permission/from-record.ts";
import { GATE_TICKS, ticksFor } from "#core/permission/ground-check.ts";
import type { PermitPerson } from "#core/permission/horse.ts";
import { nobodyLightEnough } from "#core/permission/lightest.ts";
import { countOf, stateOf } from "#core/permission/next-step.ts";
import {
  type Act,
  against,
  askedOf,
  barring,
  isWeightAgeing,
  riderReasons,
  secondPersonFor,
  sessionAct,
  skillAct,
} from "#core/permission/permission.ts";
import type { Reason } from "#core/permission/reasons.ts";
import { cardWork } from "#core/plan/card-work.ts";
import type { PlanGoal } from "#core/plan/goal-sets.ts";
import { nextFrom } from "#core/plan/next-goals.ts";
import { nextTowards } from "#core/plan/on-the-way.ts";
import { factsOf, readingOn } from "#core/plan/outlook.ts";
import { beginsNothing } from "#core/plan/planned-days.ts";
import type { ScheduledSession, WorkRole } from "#core/plan/session.ts";
import { tell } from "#core/plan/stored-forecast.ts";
import { hardSideFor, hardSideOf } from "#core/reading/hard-side.ts";
import { stallNotice, stillOpen } from "#core/watch/needs.ts";
import { isBehind } from "#core/watch/term-needs.ts";
import { trainerNeeds } from "#core/watch/trainer-needs.ts";
import { type At, atOf, LAID, nextOf, personCalled, stepOf } from "./at.ts";
import type { Case } from "./case.ts";
import { type Advised, placeCalled, wishesOf } from "./record.ts";

const PLAYS = 1000;
const SESSIONS_SHOWN = 10;
const LAST_DAYS = 7;

const round = (x: number): number => Math.round(x * 1000) / 1000;

const WEIGHT: Act = { ...sessionAct("both", LAID), bears: "weight" };

/** What may be put on the horse's back today by anybody who is here, with anybody beside them; and why not more. */
function limitsOf(at: At) {
  const { horse, moment, advised, ladder, reading } = at;
  const { people } = advised;
  const here = (act: Act, rider: PermitPerson | null): readonly Reason[] =>
    barring(against(horse, { rider, helper: people.find(({ id }) => id !== rider?.id) ?? null }, act, moment)).filter(
      (reason) => !(reason.code === "second-person") && !("as" in reason && reason.as === "helper"),
    );
  const mayBear = (act: Act): readonly PermitPerson[] =>
    people.filter((person) => barring(riderReasons(horse, person, act)).length === 0);
  const anyway = here(WEIGHT, null);
  // What a list or a step back asks for is a matter of days; whoever could bear the horse still can.
  const final = anyway.filter(({ code }) => code !== "not-ready" && code !== "step-back" && code !== "stage-place");
  const heavy = nobodyLightEnough(horse.load, people);
  const who = final.length > 0 ? [] : mayBear(WEIGHT);
  // A horse that is ready for weight in the stirrup is not ready to be sat on.
  const able = (skill: Skill): boolean => {
    const act = skillAct(skill, reading);
    return here(act, null).length === 0 && mayBear(act).length > 0;
  };
  const bears = (["rider", "weight"] as const).find((most) => ladder.some((skill) => skill.bears === most && able(skill)));
  // Nothing stands against the horse, and nobody who is here may: then the people are why.
  const theirs =
    who.length > 0 || final.length > 0 ? [] : people.flatMap((person) => barring(riderReasons(horse, person, WEIGHT)));
  return {
    risk: horse.risk,
    bears: bears ?? "nothing",
    loadKg: horse.load && round(horse.load.refuseKg),
    whoMayBear: who.map(({ id }) => id as string),
    because: [
      ...new Set([...[...anyway, ...theirs].map(({ code }) => code as string), ...(heavy ? ["nobody-light-enough"] : [])]),
    ],
  };
}

function levelsOf({ advised, ladder, reading }: At) {
  const { belief } = readingOn(advised.stay);
  return Object.fromEntries(
    ladder.flatMap((skill) => {
      const basis = reading.basisOf(skill);
      if (basis === "none") return [];
      const sides = belief.layout.tracksOf(belief.layout.skill(skill.id)).map((track) => {
        const { mean, low, high } = levelShown(belief, track);
        return [track.side, [mean, low, high].map(round)];
      });
      return [[skill.id, { basis, ...Object.fromEntries(sides) }]];
    }),
  );
}

function goalsOf({ advised: { stay } }: At) {
  const telling = tell({ record: stay, reading: readingOn(stay), plays: PLAYS });
  const { goals } = telling.asked;
  const told = telling.told(telling.run(PLAYS));
  return goals.map(({ skill }) => {
    const one = told.find((goal) => goal.skill === skill);
    const chance = one?.chance ?? 0;
    const met = one?.state.met ?? false;
    const p50 = met ? null : (one?.day.p50 ?? null);
    return {
      skill,
      chance: round(chance),
      words: verdictOf(chance),
      day: p50 === null ? null : addDays(stay.firstDay, p50),
      met,
    };
  });
}

function gateOf(at: At, kind: SessionKind, skills: readonly Skill[]): GateAnswer {
  const { horse, moment, file, advised, reading } = at;
  const rider = personCalled(advised, file.card?.rider) ?? advised.people[0] ?? null;
  const asked = ticksFor(horse.stage, advised.stay.method, secondPersonFor(horse, { bears: "rider", skills: [] }) !== null);
  const ticks = file.card?.ticks === "all" ? [...GATE_TICKS] : file.card?.ticks === "none" || !file.card ? [] : file.card.ticks;
  if (!rider) return { state: "shut", reasons: [], limits: [] };
  return readGate(
    {
      horse,
      rider,
      place: moment.place ?? placeCalled("pen"),
      weather: moment.hours,
      laid: LAID,
      skills: skills.map((skill) => askedOf(skill, reading)),
      asked,
    },
    { helper: personCalled(advised, file.card?.helper), ticks, redSigns: file.card?.redSigns ?? [], windy: false },
    kind,
  );
}

const NO_CARD = {
  kind: "none",
  because: "hold",
  warmUp: [],
  main: [],
  handling: [],
  finish: [],
  leaveAlone: [],
  smaller: [],
  cautions: [],
  second: false,
};
export function cardOf(at: At, laid: ScheduledSession | null, openGoals: readonly PlanGoal[]) {
  const { advised, ladder, reading, horse, moment, file } = at;
  const { standing } = advised.stay;
  const people = { rider: personCalled(advised, file.card?.rider), helper: personCalled(advised, file.card?.helper) };
  const reasonsFor = (act: Act): readonly Reason[] => barring(against(horse, people, act, moment));
  const held =
    horse.hold !== null ||
    barring(against(horse, { rider: null, helper: people.helper }, sessionAct("ground", LAID), moment)).some(
      ({ code }) => code === "hold" || code === "check" || code === "red-sign",
    );
  if (held) return NO_CARD;
  const asked = file.card?.skills ?? null;
  // Whoever is missing may still come: the card is the whole one, and holds the smaller one.
  const barsRiding = reasonsFor(sessionAct("both", LAID)).some(({ code }) => code !== "second-person");
  const mayRide = !barsRiding && nobodyLightEnough(horse.load, advised.people) === null;
  const planned: SessionKind = asked ? "both" : (laid?.kind ?? "both");
  const kind: SessionKind = mayRide ? planned : "ground";
  const next = nextOf(at);
  const work = cardWork({
    ladder,
    reading,
    kind,
    hardFor: (main) => hardSideFor(advised.scores, ladder, main).side,
    method: advised.stay.method,
    turn: advised.record.worked.length,
    nextStep: next && next.missing.length > 0 ? { skill: next.skill, near: stateOf(countOf(next.missing)) === "nearly" } : null,
    steps: stepFacts(advised.record, reading),
    held: horse.checks.flatMap(({ skills }) => skills),
    stepBack: horse.stepBack,
    goals: openGoals,
    complaint: standing.complaint,
    handlingIsWork: standing.handlingIsWork,
    noFirst: beginsNothing(advised.stay.term, advised.today, advised.lastDay),
    barred: (skill) => reasonsFor(skillAct(skill, reading)).filter(({ code }) => code !== "second-person"),
    laid: asked
      ? {
          items: asked.map((skill) => ({ skill, isNew: false, pinned: false, when: [] })),
          because: { code: "asked" },
          warmUp: [],
          handling: [],
          finish: [],
          smaller: [],
        }
      : laid,
  });
  const of = (role: WorkRole): string[] => work.items.filter((one) => one.role === role).map(({ skill }) => skill);
  const main = of("main");
  const skillsOf = main.flatMap((id) => ladder.filter((one) => one.id === id));
  const bears = (ids: readonly string[]): boolean => ladder.some((one) => one.bears !== "nothing" && ids.includes(one.id));
  return {
    // Where nothing of it bears, there is nobody to get on.
    kind: kind === "ground" || bears(main) ? kind : bears(work.items.map(({ skill }) => skill)) ? "both" : "ground",
    because: work.because.code,
    warmUp: of("warm-up"),
    main,
    handling: of("handling"),
    finish: of("finish"),
    leaveAlone: [...work.leaveAlone],
    smaller: [...work.smaller],
    cautions: skillsOf.filter(({ caution }) => caution !== "").map(({ id }) => id),
    second:
      secondPersonFor(horse, {
        bears: kind === "ground" ? "nothing" : "rider",
        skills: skillsOf.map((skill) => askedOf(skill, reading)),
      }) !== null,
  };
}

function needsOf(at: At, told: ReturnType<typeof goalsOf>): readonly string[] {
  const { advised, horse, file, reading, ladder } = at;
  const { stay, today, lastDay } = advised;
  const wantsBack = stay.goals.some(({ skill }) => ladder.some((one) => one.id === skill && one.bears !== "nothing"));
  const step = stepOf(at);
  const next = nextOf(at);
  const worked = file.sessions.map(({ day }) => daysBetween(stay.firstDay, day));
  const open = stillOpen(alarmsOf(factsOf(stay)), (track) => reading.levels.get(track)?.latest);
  const stall = stallNotice(open, worked, daysBetween(stay.firstDay, today));
  const state = readingOn(stay);
  const met = new Set(told.filter((one) => one.met).map(({ skill }) => skill));
  const openGoals = stay.goals.flatMap(({ skill }) => (met.has(skill) ? [] : [skill]));
  const chances = new Map(told.map(({ skill, chance }) => [skill, chance]));
  const towards = toEnd(nextTowards(stay, state, { wishes: wishesOf(file), open: openGoals, chances }));
  return [
    ...(wantsBack && nobodyLightEnough(horse.load, advised.people) ? ["nobody-light-enough"] : []),
    ...(file.evaluations.length > 0 && !horse.signed ? ["not-signed"] : []),
    ...(horse.load === null || isWeightAgeing(horse) ? ["weigh"] : []),
    ...(horse.checks.some(({ because }) => because === "open") ? ["check-open"] : []),
    ...(horse.checks.some(({ because }) => because === "found") ? ["check-found"] : []),
    ...(daysBetween(today, lastDay) <= LAST_DAYS && !file.evaluations.some(({ kind }) => kind === "exit")
      ? ["exit", "report"]
      : []),
    ...(stall ? ["stall"] : []),
    ...(isBehind(advised.owed) ? ["behind"] : []),
    ...(horse.hold === null && isLongOff(horse.daysOff) ? ["time-off"] : []),
    ...trainerNeeds({
      today,
      firstDay: stay.firstDay,
      length: file.stay.term,
      stepBack: horse.stepBack,
      ready: step && next && step.state === "ready" && step.proposed ? { step: next.step, skill: next.skill.id } : null,
      stuck: stay.standing.stuck,
      goals: stay.goals.map(({ skill, must, by }) => {
        const one = told.find((goal) => goal.skill === skill);
        return { skill, must, by: by ?? null, chance: one?.chance ?? 0, met: one?.met ?? false };
      }),
      next: nextFrom(
        ladder,
        reading,
        stay.goals.map(({ skill }) => skill),
      ).map(({ id }) => id),
      towards,
    }).map(({ code }) => code),
  ];
}

export function adviceOn(file: Case, advised: Advised) {
  const at = atOf(file, advised);
  const { stay, today, scores } = advised;
  const { plan } = at;
  const step = stepOf(at);
  const proposed = step?.proposed ?? null;
  const dayOf = (laid: ScheduledSession): LocalDate => addDays(stay.firstDay, laid.day);
  const laidToday = plan.find((one) => dayOf(one) >= today) ?? null;
  const goals = goalsOf(at);
  const card = cardOf(
    at,
    laidToday,
    stay.goals.filter(({ skill }) => !goals.some((one) => one.skill === skill && one.met)),
  );
  const skillsOf = (ids: readonly string[]): readonly Skill[] => at.ladder.filter(({ id }) => ids.includes(id));
  const kind = card.kind as SessionKind | "none";
  // What was asked about is answered, also where the card offers something else in its place.
  const asked = skillsOf([...(file.card?.skills ?? []), ...card.warmUp, ...card.main, ...card.finish]);
  const gate = gateOf(at, "both", asked);
  const onGround = gateOf(
    at,
    "ground",
    asked.filter(({ bears }) => bears === "nothing"),
  );
  return {
    format: "furlong-advice/1",
    levels: levelsOf(at),
    stage: at.reading.stage,
    hardSide: { overall: hardSideOf(scores, at.ladder).side, today: hardSideFor(scores, at.ladder, card.main).side },
    limits: limitsOf(at),
    goals: goals.map(({ met: _met, ...goal }) => goal),
    step: step && {
      step: step.step,
      state: step.state,
      missing: step.missing.map((one) => (one.code === "barred" ? { code: one.by } : one)),
      proposed: proposed && { day: proposed.day, rider: proposed.rider, helper: proposed.helper, from: String(proposed.place) },
    },
    protocol: at.horse.stepBack && {
      code: at.horse.stepBack.code,
      at: at.horse.stepBack.at,
      quiet: at.horse.stepBack.quiet,
      of: at.horse.stepBack.of,
    },
    card,
    gate: {
      // A ground card is worked on the ground, whatever could be opened.
      state: kind === "ground" || kind === "none" ? (onGround.state === "shut" ? "shut" : "half") : gate.state,
      reasons: [...new Set(gate.reasons.map(({ code }) => code))],
      limits: [...new Set(gate.limits.map(({ code }) => code))],
    },
    sessions: plan
      .filter((one) => dayOf(one) > today)
      .slice(0, SESSIONS_SHOWN)
      .map((one) => {
        return {
          day: dayOf(one),
          kind: one.kind,
          because: one.because.code,
          warmUp: [...one.warmUp],
          main: one.items.map(({ skill }) => skill),
          handling: [...one.handling],
          finish: [...one.finish],
          leaveAlone: [...one.leaveAlone],
        };
      }),
    needs: [...new Set(needsOf(at, goals))],
  };
}
