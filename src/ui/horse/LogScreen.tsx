/** The story of a stay, one line a session with what moved: looked up by skill, side, sign, rider or words; a skill that is asked for is drawn over time. The address bar holds the view. */

import { useEffect, useMemo, useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { SessionView } from "#contracts/views.ts";
import type { LogView } from "#contracts/views.watch.ts";
import { changedBySession, type SessionChange } from "#core/card/changed.ts";
import type { ScoreGiven } from "#core/card/score-given.ts";
import { signOf } from "#core/intake/signs.ts";
import { TRACK_SIDES } from "#core/kernel/sides.ts";
import { ANYTHING, type LogAsked, matches } from "#core/watch/log.ts";
import { Revisions } from "#ui/card/Revisions.tsx";
import { type Carried, unpack } from "#ui/kit/carried.ts";
import { later } from "#ui/kit/later.tsx";
import { Button, INPUT } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { plural } from "#ui/words/figures.ts";
import { SIDE } from "#ui/words/labels.ts";
import { sayField } from "#ui/words/record-fields.ts";
import { LogLine } from "./LogLine.tsx";
import { SessionEntry } from "./SessionEntry.tsx";

const KEYS = ["words", "skill", "side", "sign", "rider"] as const;
const SAID = ["scores", "swaps", "signs", "incidents", "firsts", "word", "nextTime", "tack", "weather"] as const;
const textOf = ({ record, rider, helper }: SessionView): string =>
  [rider, helper ?? "", ...SAID.map((field) => sayField(field, record, []))].join(" ");

/** Drawn where a skill is asked for: its library is the heaviest of the page. */
const WORKING = <p className="min-h-80 text-dim">Working it out</p>;
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const SkillChart = later(async () => (await import("./SkillChart.tsx")).SkillChart, WORKING);

const NOTHING_MOVED: SessionChange = { up: [], down: [], firsts: [], incidents: [] };
/** What each session changed against those before it. `sessions`: the newest first. */
function changesOf(sessions: readonly SessionView[]): ReadonlyMap<string, SessionChange> {
  const before: ScoreGiven[] = [];
  return new Map(
    [...sessions].reverse().map(({ card, record }) => {
      const change = changedBySession(record, before);
      before.push(...record.scores);
      return [card, change];
    }),
  );
}

export function LogScreen({ view: carried }: { view: Carried<LogView> }) {
  useAwake();
  const view = unpack(carried);
  const [asked, setAsked] = useState<LogAsked>(ANYTHING);
  useEffect(() => {
    const kept = new URL(location.href).searchParams;
    setAsked((before) => ({
      ...before,
      ...Object.fromEntries(KEYS.flatMap((key) => (kept.has(key) ? [[key, kept.get(key)]] : []))),
    }));
  }, []);
  const ask = (part: Partial<LogAsked>): void => {
    const next = { ...asked, ...part };
    setAsked(next);
    const url = new URL(location.href);
    for (const key of KEYS)
      if (next[key]) url.searchParams.set(key, next[key]);
      else url.searchParams.delete(key);
    history.replaceState(null, "", url);
  };
  const { sessions } = view;
  const changes = useMemo(() => changesOf(sessions), [sessions]);
  const found = sessions.filter((session) => matches(session, asked, () => textOf(session)));
  const seenSkills = new Set(sessions.flatMap(({ record }) => record.scores.map(({ skill }) => skill)));
  const seenSigns = [...new Set(sessions.flatMap(({ record }) => record.signs.map(({ sign }) => sign)))].sort();
  const riders = [...new Set(sessions.map(({ rider }) => rider))].sort();
  const pick = (key: "skill" | "side" | "sign" | "rider", label: string, options: readonly (readonly [string, string])[]) => (
    <label className="sign text-dim">
      {label}
      <select
        className={`${INPUT} font-sans text-ink`}
        value={asked[key]}
        onChange={(event) => ask({ [key]: event.target.value } as Partial<LogAsked>)}
      >
        <option value="">any</option>
        {options.map(([value, words]) => (
          <option key={value} value={value}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
  if (sessions.length === 0)
    return (
      <p>
        No sessions logged yet. Hand out a card on <a href="/today">Today</a>. It shows here when the rider closes it.
      </p>
    );
  return (
    <>
      <search className="grid grid-cols-2 items-end gap-3 border-y-2 border-rail py-2 md:grid-cols-6">
        <label className="sign text-dim">
          Words
          <input
            type="search"
            data-keys="/"
            data-does="Look in the log"
            className={`${INPUT} font-sans text-ink`}
            value={asked.words}
            onChange={(event) => ask({ words: event.target.value })}
          />
        </label>
        {pick(
          "skill",
          "Worked on",
          here()
            .all.filter(({ id }) => seenSkills.has(id))
            .map(({ id, words }) => [id, words] as const),
        )}
        {pick(
          "side",
          "Side",
          TRACK_SIDES.filter((side) => side !== "both").map((side) => [side, SIDE[side]] as const),
        )}
        {pick(
          "sign",
          "Sign",
          seenSigns.map((sign) => [sign, signOf(sign).words] as const),
        )}
        {pick(
          "rider",
          "Rider",
          riders.map((rider) => [rider, rider] as const),
        )}
        <p role="status" className="text-dim">
          {found.length === sessions.length
            ? plural(sessions.length, "session")
            : `${found.length} of ${plural(sessions.length, "session")}`}
          {found.length < sessions.length && (
            <Button className="ml-2" onClick={() => ask(ANYTHING)}>
              All
            </Button>
          )}
        </p>
      </search>
      {found.length === 0 && <p className="py-4">No sessions match. Clear a filter or show all.</p>}
      {asked.skill !== "" && <SkillChart view={view} skill={asked.skill} onSkill={(skill) => ask({ skill })} />}
      {found.map((session) => (
        <LogLine key={session.card} session={session} change={changes.get(session.card) ?? NOTHING_MOVED}>
          <SessionEntry session={session} />
          {session.revision > 1 && (
            <details className="pb-2 pl-4">
              <summary className="sign cursor-pointer text-slate">All {session.revision} revisions</summary>
              <Revisions revisions={view.revised.filter(({ card }) => card === session.card)} people={view.people} />
            </details>
          )}
        </LogLine>
      ))}
    </>
  );
}
