/**
 * An owner's report as data, composed from the record and from nothing else. Each statement is a code with figures and the records
 * behind it; the words are the interface's. The manager's own words are kept beside a block, never inside it.
 */
import { canDo, weekGained } from "./able.ts";
import { needsHelp, nextStepsSaid, proposal } from "./ahead.ts";
import { careful, incidentsIn, signsIn } from "./careful.ts";
import type { Block, BlockId, ComposedReport, ReportFacts, Statement } from "./facts.ts";
import { firstPage } from "./first-page.ts";
import { firsts } from "./firsts.ts";
import { headline, inShort } from "./short.ts";
import * as say from "./statements.ts";

type Blocks = readonly (readonly [BlockId, readonly Statement[]])[];

function intake(facts: ReportFacts): Blocks {
  return [
    ["asked", [...say.aim(facts), ...say.asked(facts), ...say.verdicts(facts)]],
    ["found", say.found(facts)],
    ["care", facts.checks.length + facts.trials.length > 0 ? say.care(facts) : []],
    ["next", say.focus(facts)],
  ];
}
/** What mattered most, what was given and worked on, what else got better or was a first, what to mind, what comes. */
function weekly(facts: ReportFacts): Blocks {
  const { week } = facts;
  const sessions = facts.sessions.filter(({ day }) => week && week.from <= day && day <= week.to);
  const first = headline(facts, sessions);
  const others = (list: readonly Statement[]): readonly Statement[] => list.filter(({ key }) => key !== first?.key);
  return [
    ["in-short", first ? [first] : []],
    ["did", say.weekDid(facts, sessions)],
    ["can-do", others(weekGained(facts, sessions)).slice(0, 1)],
    ["firsts", others(firsts(facts, sessions)).slice(0, 2)],
    ["careful", [...incidentsIn(sessions), ...signsIn(sessions)].slice(0, 2)],
    ["next", nextStepsSaid(facts, 2)],
  ];
}
function midTerm(facts: ReportFacts): Blocks {
  return [
    ["in-short", inShort(facts)],
    ["asked", say.asked(facts)],
    ["did", say.did(facts)],
    ["can-do", canDo(facts, say.comparedTracks(facts))],
    ["firsts", firsts(facts, facts.sessions)],
    ["needs-help", needsHelp(facts)],
    ["careful", careful(facts)],
    ["care", facts.checks.length + facts.trials.length > 0 ? say.care(facts) : []],
    ["next", proposal(facts)],
  ];
}
function end(facts: ReportFacts): Blocks {
  return [
    ["in-short", inShort(facts)],
    ["asked", say.asked(facts)],
    ["found", say.found(facts)],
    ["did", say.did(facts)],
    ["can-do", canDo(facts, say.comparedTracks(facts))],
    ["firsts", firsts(facts, facts.sessions)],
    ["needs-help", needsHelp(facts)],
    ["careful", careful(facts)],
    ["how-to-ask", say.howToAsk(facts)],
    ["care", say.care(facts)],
    ["next", proposal(facts)],
  ];
}
const OF_KIND = { intake, weekly, "mid-term": midTerm, end } as const;

/** The report of its kind that the record supports today. Blocks with nothing to say are left out; a weekly word compares nothing. */
export function composeReport(facts: ReportFacts): ComposedReport {
  const blocks = OF_KIND[facts.kind](facts).map(([id, statements]): Block => ({ id, statements }));
  const compared = facts.kind === "weekly" ? [] : say.comparedTracks(facts);
  return {
    blocks: blocks.filter(({ statements }) => statements.length > 0),
    compared,
    first: facts.kind === "end" || facts.kind === "mid-term" ? firstPage(facts, compared) : null,
  };
}
