/**
 * An owner's report as data, composed from the record and from nothing else. Each statement is a code with figures and the records
 * behind it; the words are the interface's. The manager's own words are kept beside a block, never inside it.
 */
import type { Block, BlockId, ComposedReport, ReportFacts, Statement } from "./facts.ts";
import * as say from "./statements.ts";

type Blocks = readonly (readonly [BlockId, readonly Statement[]])[];

function intake(facts: ReportFacts): Blocks {
  return [
    ["asked", [...say.asked(facts), ...say.verdicts(facts)]],
    ["found", say.found(facts)],
    ["care", facts.checks.length > 0 ? say.care(facts) : []],
    ["next", say.focus(facts)],
  ];
}
/** Five lines: what was given and worked on, what got better, what was a first, what to mind, what comes. */
function weekly(facts: ReportFacts): Blocks {
  const { week } = facts;
  const sessions = facts.sessions.filter(({ day }) => week && week.from <= day && day <= week.to);
  return [
    ["did", say.weekDid(facts, sessions)],
    ["can-do", say.weekGained(facts, sessions).slice(0, 1)],
    ["firsts", say.firsts(sessions).slice(0, 1)],
    ["careful", say.cautions(sessions, sessions).slice(0, 1)],
    ["next", say.nextRungs(facts, 2)],
  ];
}
function midTerm(facts: ReportFacts): Blocks {
  return [
    ["asked", say.asked(facts)],
    ["did", say.did(facts)],
    ["can-do", say.canDo(facts, say.comparedTracks(facts))],
    ["firsts", say.firsts(facts.sessions)],
    ["needs-help", say.needsHelp(facts)],
    ["careful", say.careful(facts)],
    ["care", facts.checks.length > 0 ? say.care(facts) : []],
    ["next", say.proposal(facts)],
  ];
}
function end(facts: ReportFacts): Blocks {
  return [
    ["asked", say.asked(facts)],
    ["found", say.found(facts)],
    ["did", say.did(facts)],
    ["can-do", say.canDo(facts, say.comparedTracks(facts))],
    ["firsts", say.firsts(facts.sessions)],
    ["needs-help", say.needsHelp(facts)],
    ["careful", say.careful(facts)],
    ["how-to-ask", say.howToAsk(facts)],
    ["care", say.care(facts)],
    ["next", say.proposal(facts)],
  ];
}
const OF_KIND = { intake, weekly, "mid-term": midTerm, end } as const;

/** The report of its kind that the record supports today. Blocks with nothing to say are left out; a weekly word compares nothing. */
export function composeReport(facts: ReportFacts): ComposedReport {
  const blocks = OF_KIND[facts.kind](facts).map(([id, statements]): Block => ({ id, statements }));
  return {
    blocks: blocks.filter(({ statements }) => statements.length > 0),
    compared: facts.kind === "weekly" ? [] : say.comparedTracks(facts),
  };
}
