/** A horse that another barn gave along, read back as a record of the past: what was worked, scored and measured there. It can be taken out again as any import. */
import type { ArchiveReport, HorseArchive, TakeArchive } from "#contracts/archive.ts";
import { USUAL_PERSON } from "#contracts/people.ts";
import type { Refusal } from "#contracts/refusal.ts";
import { ONLY_NAMED } from "#contracts/stay.ts";
import { type LocalDate } from "#core/calendar/local-date.ts";
import { FIRST_INSTRUMENT } from "#core/intake/instrument.ts";
import { must } from "#core/kernel/assert.ts";
import type { HorseId, PersonId, StayId } from "#core/kernel/brand.ts";
import { ok, type Result } from "#core/kernel/result.ts";
import { methodsWith } from "#core/ladder/methods.ts";
import { insertRevisions } from "#db/queries/card.ts";
import { insertCards, listPlaces } from "#db/queries/day.ts";
import { beginImport, endImport, findClientsNamed, findHorsesNamed } from "#db/queries/import.ts";
import { closeEvaluation, insertEvaluation, saveWalk } from "#db/queries/intake.ts";
import { keepMeasuring } from "#db/queries/measuring.ts";
import { insertPerson, listPeople, retirePerson } from "#db/queries/people.ts";
import { insertClient, insertHold, insertHorse, listSpans } from "#db/queries/stays.ts";
import { newSession } from "../import/past.ts";
import { addMedia } from "../media/media.ts";
import { addStay, sendHome } from "../stay/manage.ts";
import { type Answer, newId, no, note, type Work } from "../work.ts";

type ArchivedStay = HorseArchive["stays"][number];
const AT_ONCE = 400;
const RUNGS = new Set(FIRST_INSTRUMENT.rungs.map(({ id }) => id));

async function horseIn({ tx }: Work, { owner, horse }: HorseArchive): Promise<HorseId> {
  const client = (await findClientsNamed(tx, owner))[0]?.id ?? newId<"client">();
  const known = (await findHorsesNamed(tx, horse.name, client))[0];
  if (known) return known.id;
  if ((await findClientsNamed(tx, owner)).length === 0) await insertClient(tx, client, { ...ONLY_NAMED, name: owner });
  const id = newId<"horse">();
  await insertHorse(tx, id, client, horse);
  return id;
}

/** Riders of that barn, each as somebody who does not work here and never did: scores keep apart who gave them. */
function strangers(work: Work, barn: string): (name: string) => Promise<PersonId> {
  const known = new Map<string, PersonId>();
  return async (name) => {
    const said = `${name}, ${barn}`.slice(0, 80);
    const before = known.get(said) ?? (await listPeople(work.tx)).find((one) => one.name === said)?.id;
    if (before) return before;
    const id = newId<"person">();
    await insertPerson(
      work.tx,
      id,
      `from-${id.slice(0, 18)}`,
      "none",
      { ...USUAL_PERSON, name: said, role: "helper", grade: 1, rides: false, maxSaddle: 0 },
      true,
    );
    await retirePerson(work.tx, id, 1, work.today);
    known.set(said, id);
    return id;
  };
}

async function stayIn(
  work: Work,
  horse: HorseId,
  { stay: given, wentHome }: ArchivedStay,
  left: LocalDate,
): Promise<Result<StayId, Refusal>> {
  const offered = methodsWith(work.barn.methods);
  const method = (
    offered.find(({ id }) => id === given.method) ??
    must(
      offered.find(({ used }) => used),
      "a barn offers a method",
    )
  ).id;
  const added = await addStay(work, horse, { stay: { ...given, method }, goals: [] }, wentHome ?? left);
  return added.ok ? ok(added.value.stay) : added;
}

async function sessionsIn(
  work: Work,
  stay: StayId,
  sessions: ArchivedStay["sessions"],
  who: (name: string) => Promise<PersonId>,
  from: string,
): Promise<void> {
  const place = must((await listPlaces(work.tx))[0], "a barn has a place").id;
  for (let at = 0; at < sessions.length; at += AT_ONCE) {
    const batch = [];
    for (const { day, start, by, record } of sessions.slice(at, at + AT_ONCE))
      batch.push(newSession(work, { stay, day, rider: await who(by), start, place, record: { ...record, helper: null } }, from));
    await insertCards(
      work.tx,
      batch.map(({ card }) => card),
    );
    await insertRevisions(
      work.tx,
      batch.map(({ revision }) => revision),
    );
  }
}

async function evaluationsIn(
  work: Work,
  stay: StayId,
  evaluations: ArchivedStay["evaluations"],
  who: (name: string) => Promise<PersonId>,
): Promise<void> {
  for (const { kind, day, by, walk } of evaluations) {
    const id = newId<"evaluation">();
    const person = await who(by);
    await insertEvaluation(work.tx, { id, stay, kind, instrument: FIRST_INSTRUMENT.version, day, by: person });
    // A barn's own walk may have had rungs that ours has not.
    const known = {
      ...walk,
      signs: walk.signs.filter(({ rung }) => RUNGS.has(rung)),
      words: Object.fromEntries(Object.entries(walk.words).filter(([rung]) => RUNGS.has(rung))),
      stoppedAt: walk.stoppedAt !== null && RUNGS.has(walk.stoppedAt) ? walk.stoppedAt : null,
    };
    await saveWalk(work.tx, id, 1, known);
    await closeEvaluation(work.tx, id, person, work.now, day);
  }
}

export async function takeArchive(work: Work, { archive }: TakeArchive): Answer<ArchiveReport> {
  if (archive.at > work.today) return no({ code: "in-the-future", path: "archive.at" });
  const id = newId<"import">();
  await beginImport(work.tx, { id, list: "archive", file: archive.barn, by: work.actor.id, at: work.now });
  const horse = await horseIn(work, archive);
  const here = new Set((await listSpans(work.tx, horse)).map(({ firstDay }) => firstDay));
  const who = strangers(work, archive.barn);
  const fresh = archive.stays.filter(({ stay }) => stay.firstDay <= archive.at && !here.has(stay.firstDay));
  const counts = { stays: 0, sessions: 0, evaluations: 0, photos: 0 };
  for (const one of fresh) {
    const stay = await stayIn(work, horse, one, archive.at);
    if (!stay.ok) return no(stay.error);
    for (const { kind, firstDay, lastDay, stopsClock, reason } of one.holds)
      await insertHold(work.tx, stay.value, {
        id: newId<"hold">(),
        kind,
        from: firstDay,
        to: lastDay ?? one.wentHome ?? archive.at,
        stopsClock,
        reason,
      });
    await evaluationsIn(work, stay.value, one.evaluations, who);
    await sessionsIn(work, stay.value, one.sessions, who, `Worked at ${archive.barn}`);
    for (const { day, fields } of one.measures)
      await keepMeasuring(work.tx, stay.value, { day, ...fields }, { by: work.actor.id, at: work.now });
    for (const { day, skill, side, words, content } of one.media) {
      const added = await addMedia(work, {
        id: newId<"media">(),
        stay: stay.value,
        card: null,
        evaluation: null,
        day,
        skill: skill && work.barn.ladder.find(skill) ? skill : null,
        side,
        words,
        content,
      });
      if (!added.ok) return no(added.error);
    }
    const home = await sendHome(work, { id: stay.value, version: 1, day: one.wentHome ?? archive.at });
    if (!home.ok) return no(home.error);
    counts.stays += 1;
    counts.sessions += one.sessions.length;
    counts.evaluations += one.evaluations.length;
    counts.photos += one.media.length;
  }
  await endImport(work.tx, id, counts.stays + counts.sessions, 0);
  await note(work, "import", id, "brought in", { list: "archive", file: archive.barn, ...counts });
  return ok({ id, ...counts, left: archive.stays.length - fresh.length });
}
