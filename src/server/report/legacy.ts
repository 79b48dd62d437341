/** What an approved number holds. Those that were approved before sentences were fixed hold statements, and are worded as they always were. */
import type { ReportContent } from "#contracts/views.report.ts";
import type { LocalDate } from "#core/calendar/local-date.ts";
import { type EarlierHome, homeOfEarlier, isEarlierHome, type ShownHome } from "#core/home/own-words.ts";
import { BLOCK_IDS, type BlockId, type Say, type SkillComparison } from "#core/report/facts.ts";
import type { FrozenIssue } from "#db/queries/report.ts";
import { worded } from "./wording.ts";

interface Early {
  readonly horse: string;
  readonly client: string;
  readonly barn: string;
  readonly day: LocalDate;
  readonly composed: {
    readonly blocks: readonly {
      readonly id: BlockId;
      readonly statements: readonly { readonly say: Say; readonly from: readonly string[] }[];
    }[];
    readonly compared: readonly SkillComparison[];
  };
  readonly words: Readonly<Partial<Record<BlockId, { readonly text: string; readonly instead: boolean }>>>;
}
const isEarly = (content: unknown): content is Early => typeof content === "object" && content !== null && "composed" in content;

export function contentOf({ content, kind, ordinal }: Pick<FrozenIssue, "content" | "kind" | "ordinal">): ReportContent {
  if (!isEarly(content)) {
    const kept = content as Omit<ReportContent, "home"> & { home: ShownHome | EarlierHome | null };
    return { ...kept, home: kept.home && isEarlierHome(kept.home) ? homeOfEarlier(kept.home) : kept.home };
  }
  const { horse, client, barn, day, composed, words } = content;
  const style = { horse, tone: "plain", level: "full" } as const;
  const sentence = ({ say, from }: Early["composed"]["blocks"][number]["statements"][number], i: number) => {
    const key = `${say.code}:${i}`;
    const known = say.code === "owed" ? { ...say, policy: "agreed" as const } : say;
    return { key, text: worded(known, key, style), from };
  };
  const blocks = BLOCK_IDS.map((id) => {
    const own = words[id];
    const statements = own?.instead ? [] : (composed.blocks.find((block) => block.id === id)?.statements ?? []);
    const prose = own?.text ? [{ kind: "p" as const, runs: [{ text: own.text, bold: false, italic: false }] }] : [];
    return { id, lines: statements.map(sentence), prose };
  }).filter(({ lines, prose }) => lines.length > 0 || prose.length > 0);
  return {
    kind,
    ordinal,
    horse,
    client,
    barn,
    day,
    blocks,
    compared: composed.compared,
    ruler: null,
    weeks: [],
    home: null,
    photos: [],
    changes: null,
  };
}
