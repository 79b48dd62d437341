/** The composed sentences and the manager's own words put together; what the record does not support any more is marked, and not shown to the owner. */
import { BLOCK_IDS, type BlockId } from "./facts.ts";

/** Words with little to them: paragraphs and list items, parts of them bold or italic. */
export interface Passage {
  readonly kind: "p" | "li";
  readonly runs: readonly { readonly text: string; readonly bold: boolean; readonly italic: boolean }[];
}
/** Own words of a block; composed sentences put another way, with what they said when that was done; and those left out. */
export interface OwnWords {
  readonly prose: readonly Passage[];
  readonly edits: readonly { readonly key: string; readonly composed: string; readonly text: string }[];
  readonly left: readonly string[];
}
export const NO_WORDS: OwnWords = { prose: [], edits: [], left: [] };

/** A sentence as the record has it today. */
export interface Sentence {
  readonly key: string;
  readonly text: string;
  readonly from: readonly string[];
}
export interface SaidBlock {
  readonly id: BlockId;
  readonly sentences: readonly Sentence[];
}
export interface Line extends Sentence {
  /** As the record has it. */
  readonly composed: string;
  /** Put another way when the record said something else: those words, which are not shown. */
  readonly stale: string | null;
  readonly left: boolean;
}
export interface AssembledBlock {
  readonly id: BlockId;
  readonly lines: readonly Line[];
  readonly prose: readonly Passage[];
  /** Put another way, of what the record does not say any more. */
  readonly unsupported: readonly { readonly key: string; readonly text: string }[];
}
export interface ShownBlock {
  readonly id: BlockId;
  readonly lines: readonly Sentence[];
  readonly prose: readonly Passage[];
}

/** Words that were put another way stand for what the record said then, and for nothing else. */
export function assemble(
  said: readonly SaidBlock[],
  words: Readonly<Partial<Record<BlockId, OwnWords>>>,
): readonly AssembledBlock[] {
  return BLOCK_IDS.flatMap((id): AssembledBlock[] => {
    const sentences = said.find((block) => block.id === id)?.sentences ?? [];
    const { prose, edits, left } = words[id] ?? NO_WORDS;
    const lines = sentences.map(({ key, text, from }): Line => {
      const edit = edits.find((one) => one.key === key);
      const stale = edit && edit.composed !== text ? edit.text : null;
      return { key, text: edit && stale === null ? edit.text : text, composed: text, from, stale, left: left.includes(key) };
    });
    const unsupported = edits
      .filter(({ key }) => !sentences.some((one) => one.key === key))
      .map(({ key, text }) => ({ key, text }));
    return lines.length > 0 || prose.length > 0 || unsupported.length > 0 ? [{ id, lines, prose, unsupported }] : [];
  });
}

/** What is read of it. */
export const shownOf = (blocks: readonly AssembledBlock[]): readonly ShownBlock[] =>
  blocks
    .map(({ id, lines, prose }) => ({
      id,
      lines: lines.filter(({ left }) => !left).map(({ key, text, from }) => ({ key, text, from })),
      prose,
    }))
    .filter(({ lines, prose }) => lines.length > 0 || prose.length > 0);

export const plainText = ({ runs }: Passage): string => runs.map(({ text }) => text).join("");
/** Every sentence and passage, in order. */
export const textsOf = (blocks: readonly ShownBlock[]): readonly string[] =>
  blocks.flatMap(({ lines, prose }) => [...lines.map(({ text }) => text), ...prose.map(plainText)]);

/** What is new, and what is gone. */
export function changesBetween(
  before: readonly ShownBlock[],
  now: readonly ShownBlock[],
): { readonly added: readonly string[]; readonly gone: readonly string[] } {
  const [was, is] = [textsOf(before), textsOf(now)];
  return { added: is.filter((one) => !was.includes(one)), gone: was.filter((one) => !is.includes(one)) };
}
