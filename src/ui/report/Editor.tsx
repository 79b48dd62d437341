/**
 * Writing a report on the paper that the owner will read: each sentence is put another way or left out where it stands, with what is behind it, and the
 * manager's own words are typed where they will stand; what concerns the whole of it is beside the paper.
 */

import { type ComponentType, type ReactNode, useEffect, useState } from "react";
import { here } from "#contracts/ladder.here.ts";
import type { HomeWords, ReportWords, Style } from "#contracts/report.ts";
import { READING_LEVELS, TONES } from "#contracts/report.ts";
import type { ReportView } from "#contracts/views.report.ts";
import { composeHome, type OwnHomeWords as HomeWordsOf, NO_HOME_WORDS } from "#core/home/own-words.ts";
import {
  type AssembledBlock,
  assemble,
  type Line,
  NO_WORDS,
  type OwnWords,
  type Passage,
  plainText,
  shownOf,
} from "#core/report/assemble.ts";
import { BLOCK_IDS, type BlockId } from "#core/report/facts.ts";
import { Conflict } from "#ui/kit/Conflict.tsx";
import { Button, INPUT, Trouble } from "#ui/kit/parts.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { useCommand } from "#ui/kit/use-command.ts";
import { useDraft } from "#ui/kit/use-draft.ts";
import { BLOCK } from "#ui/words/labels-desk.ts";
import { sayStatement } from "#ui/words/report.ts";
import { Body, type EditSlots } from "./Body.tsx";
import { HomeEditor } from "./HomeEditor.tsx";
import { LineEditor } from "./LineEditor.tsx";
import { Photos } from "./Photos.tsx";
import { ProseView } from "./ProseView.tsx";
import { Unheld } from "./Unheld.tsx";

type Writing = ComponentType<{ label: string; prose: readonly Passage[]; onChange(prose: readonly Passage[]): void }>;
/** Fetched where somebody writes; the server renders none, as what streams in late runs scripts that the page does not allow. */
function useProseEditor(wanted: boolean): Writing | null {
  const [editor, setEditor] = useState<Writing | null>(null);
  useEffect(() => {
    // eslint-disable-next-line no-restricted-syntax -- of this folder, so no fence is passed; a hundred kilobytes that only writing needs
    if (wanted) void import("./ProseEditor.tsx").then((one) => setEditor(() => one.ProseEditor));
  }, [wanted]);
  return editor;
}
/** Where the manager writes words of his own. */
type Written = BlockId | "home";
const TONE = { plain: "Plain", warm: "Warm" } as const;
const LEVEL = { full: "With figures", simple: "Simple" } as const;

interface Draft {
  readonly version: number | null;
  readonly words: ReportWords;
  readonly tone: Style["tone"];
  readonly level: Style["level"];
  /** Missing: of a draft from before the programme could be edited, or of a report that has none. */
  readonly home?: HomeWords;
}
type Saved = Draft & { readonly version: number };

const textOf = (own: (Omit<OwnWords, "edits"> & { readonly edits: readonly { readonly text: string }[] }) | undefined): string =>
  own
    ? [
        ...own.prose.map(plainText),
        ...own.edits.map(({ text }) => `(reworded) ${text}`),
        ...(own.left.length > 0 ? [`(${own.left.length} left out)`] : []),
      ].join("\n")
    : "";

const homeText = (home: HomeWordsOf | undefined): string =>
  home
    ? [
        textOf(home),
        ...(home.minutes === null ? [] : [`${home.minutes} minutes a day`]),
        ...(home.back === null ? [] : [`comes back: ${home.back.on ?? "no"} ${home.back.words}`]),
      ].join("\n")
    : "";

export function Editor({ view, me }: { view: ReportView; me: string }) {
  useAwake();
  const which = { stay: view.stay, kind: view.kind, ordinal: view.ordinal };
  const {
    value: draft,
    set,
    drop,
    restored,
  } = useDraft<Draft>(`report-2:${me}:${view.stay}:${view.kind}:${view.ordinal}`, {
    version: view.version,
    words: view.words,
    tone: view.style.tone,
    level: view.style.level,
    ...(view.home ? { home: view.home.words } : {}),
  });
  const [theirs, setTheirs] = useState<Saved | null>(null);
  const [saved, setSaved] = useState(false);
  const [photos, setPhotos] = useState(view.content.photos);
  const [writing, setWriting] = useState<readonly Written[]>([]);
  /** Counts up when words came from elsewhere than the editors, which then begin anew. */
  const [round, setRound] = useState(0);
  const { busy, problem, send } = useCommand();
  const { words, tone, level } = draft;
  const homeWords = draft.home ?? view.home?.words ?? NO_HOME_WORDS;
  const home = view.home && composeHome({ ...view.home.record, ladder: here().skills }, homeWords);
  const style = { ...view.style, tone, level };
  const said = view.composed.blocks.map(({ id, statements }) => ({
    id,
    sentences: statements.map(({ key, say, from }) => ({ key, text: sayStatement(say, key, style), from })),
  }));
  const blocks = assemble(said, words);
  const blockOf = (id: BlockId): AssembledBlock =>
    blocks.find((one) => one.id === id) ?? { id, lines: [], prose: [], unsupported: [] };
  const proseOf = (id: Written): readonly Passage[] => (id === "home" ? homeWords.prose : (words[id]?.prose ?? []));
  const isWritten = (id: Written): boolean => writing.includes(id) || proseOf(id).length > 0;
  const ProseEditor = useProseEditor([...BLOCK_IDS, "home" as const].some(isWritten));
  const proseOn = (id: Written, title: string, onProse: (prose: readonly Passage[]) => void): ReactNode => {
    if (!isWritten(id))
      return (
        <button
          type="button"
          className="sign min-h-6 text-sm text-slate underline"
          aria-label={`Add your words on: ${title}`}
          onClick={() => setWriting([...writing, id])}
        >
          Add your words
        </button>
      );
    if (!ProseEditor) return <ProseView prose={proseOf(id)} />;
    return <ProseEditor key={`${id}:${round}`} label={`Your words on: ${title}`} prose={proseOf(id)} onChange={onProse} />;
  };
  const change = (part: Partial<Draft>): void => {
    setSaved(false);
    set((before) => ({ ...before, ...part }));
  };
  const changeBlock = (id: BlockId, part: Partial<OwnWords>): void => {
    setSaved(false);
    set((before) => ({ ...before, words: { ...before.words, [id]: { ...(before.words[id] ?? NO_WORDS), ...part } as never } }));
  };
  const changeHome = (part: Partial<HomeWords>): void => {
    setSaved(false);
    set((before) => ({ ...before, home: { ...(homeWords as HomeWords), ...before.home, ...part } }));
  };
  const save = async (version = draft.version): Promise<number | null> => {
    const answer = await send<{ version: number }>("report/save", {
      ...which,
      version,
      words,
      tone,
      level,
      ...(view.home ? { home: homeWords } : {}),
    });
    if (answer.ok) {
      set((before) => ({ ...before, version: answer.value.version }));
      drop();
      setSaved(true);
      return answer.value.version;
    }
    if (answer.problem.code === "changed-meanwhile") setTheirs(answer.problem.current as Saved);
    return null;
  };
  const approve = async (withLetter: boolean): Promise<void> => {
    const version = await save();
    if (version === null) return;
    const answer = await send<{ number: number }>("report/approve", { ...which, version, send: withLetter });
    if (answer.ok) location.assign(`/report/${answer.value.number}`);
  };
  const rows = theirs
    ? [
        ...BLOCK_IDS.map((id) => ({ key: id, label: BLOCK[id], mine: textOf(words[id]), theirs: textOf(theirs.words[id]) })),
        ...(view.home ? [{ key: "home", label: "At home", mine: homeText(homeWords), theirs: homeText(theirs.home) }] : []),
      ].filter((row) => row.mine !== row.theirs)
    : [];
  const takeOver = (next: (before: Draft) => Draft): void => {
    set(next);
    setRound(round + 1);
  };
  const lineOf = (id: BlockId, line: Line): ReactNode => {
    const own = words[id] ?? NO_WORDS;
    return (
      <LineEditor
        key={line.key}
        line={line}
        supported={view.supported}
        sources={line.from.flatMap((source) => view.sources[source] ?? [])}
        onText={(text) =>
          changeBlock(id, {
            edits: [
              ...own.edits.filter(({ key }) => key !== line.key),
              ...(text === null ? [] : [{ key: line.key, composed: line.composed, text }]),
            ],
          })
        }
        onLeave={(left) => changeBlock(id, { left: left ? [...own.left, line.key] : own.left.filter((key) => key !== line.key) })}
      />
    );
  };
  const edit: EditSlots = {
    parts: BLOCK_IDS.filter((id) => {
      const block = blockOf(id);
      return view.kind !== "weekly" || block.lines.length + block.prose.length > 0 || id === "next";
    }),
    line: (id, key) => {
      const line = blockOf(id).lines.find((one) => one.key === key);
      return line ? lineOf(id, line) : null;
    },
    after: (id) => {
      const block = blockOf(id);
      const own = words[id] ?? NO_WORDS;
      const left = block.lines.filter((line) => line.left);
      return (
        <div className="grid justify-items-start gap-1 print:hidden">
          {block.lines.length === 0 && <p className="text-sm text-dim">Nothing in the record for this part.</p>}
          {left.length > 0 && (
            <details className="w-full text-sm">
              <summary className="sign min-h-6 cursor-pointer text-slate">Left out: {left.length}</summary>
              {left.map((line) => lineOf(id, line))}
            </details>
          )}
          {block.unsupported.map(({ key, text }) => (
            <p key={key} className="border-l-4 border-ochre pl-2 text-sm">
              ▲ The record no longer says this, so the owner does not see it: <s>{text}</s>{" "}
              <Button onClick={() => changeBlock(id, { edits: own.edits.filter((one) => one.key !== key) })}>Drop it</Button>
            </p>
          ))}
          <Unheld text={own.prose.map(plainText).join(". ")} supported={view.supported} />
          {proseOn(id, BLOCK[id], (prose) => changeBlock(id, { prose: prose as never }))}
        </div>
      );
    },
  };
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,48rem)_minmax(18rem,1fr)]">
      <section aria-labelledby="edit-title" className="grid min-w-0 content-start gap-3 lg:order-2 print:hidden">
        <div className="flex flex-wrap items-center gap-2">
          <h2 id="edit-title">This report</h2>
          <span role="status" className="text-dim">
            {saved ? "Saved" : restored ? "Kept on this device, not saved yet" : ""}
          </span>
          <Button disabled={busy} onClick={() => void save()}>
            Save
          </Button>
          <Button disabled={busy} onClick={() => void approve(false)}>
            Approve and number
          </Button>
          <Button tone="main" disabled={busy || !view.client.isReached} onClick={() => void approve(true)}>
            Approve, number and send
          </Button>
        </div>
        {!view.client.isReached && (
          <p className="text-ochre">
            ▲ {view.client.name} has no e-mail address here: print it, or <a href={`/horse/${view.stay}/terms`}>type one in</a>.
          </p>
        )}
        <p className="text-sm text-dim">
          Click a sentence on the paper to reword it, leave it out, or see the records behind it.
        </p>
        <div className="flex flex-wrap gap-4">
          <Pick label="Tone" options={TONES} words={TONE} value={tone} onPick={(one) => change({ tone: one })} />
          <Pick label="Reading" options={READING_LEVELS} words={LEVEL} value={level} onPick={(one) => change({ level: one })} />
        </div>
        <Trouble problem={problem?.code === "changed-meanwhile" ? null : problem} />
        {theirs && (
          <Conflict
            rows={rows}
            onTake={(key) =>
              takeOver((before) =>
                key === "home"
                  ? { ...before, ...(theirs.home ? { home: theirs.home } : {}) }
                  : { ...before, words: { ...before.words, [key]: theirs.words[key as BlockId] ?? NO_WORDS } as ReportWords },
              )
            }
            onKeepMine={() => {
              const { version } = theirs;
              setTheirs(null);
              void save(version);
            }}
            onTakeTheirs={() => {
              takeOver(() => theirs);
              setTheirs(null);
            }}
          />
        )}
        <Photos which={which} photos={photos} media={view.media} onChange={setPhotos} />
        {view.home && (
          <HomeEditor
            stay={view.stay}
            record={view.home.record}
            words={homeWords as HomeWords}
            plan={home}
            prose={proseOn("home", "At home", (prose) => changeHome({ prose: prose as never }))}
            onChange={changeHome}
          />
        )}
        {view.issues.length > 0 && (
          <div className="border-t border-line pt-2">
            <h3>Approved</h3>
            <ul>
              {view.issues.map((issue) => (
                <li key={issue.number}>
                  <a href={`/report/${issue.number}`}>Report {issue.number}</a>, by {issue.approvedBy}{" "}
                  <span className="text-xs text-dim">{issue.hash.slice(0, 12)}</span>
                </li>
              ))}
            </ul>
          </div>
        )}
      </section>
      <section aria-label="What the owner reads" className="min-w-0">
        <Body
          content={{ ...view.content, blocks: shownOf(blocks), photos, home }}
          number={null}
          approvedBy={null}
          photo={(id) => `/api/report-photo/${id}`}
          edit={edit}
        />
      </section>
    </div>
  );
}

function Pick<T extends string>({
  label,
  options,
  words,
  value,
  onPick,
}: {
  label: string;
  options: readonly T[];
  words: Readonly<Record<T, string>>;
  value: T;
  onPick(one: T): void;
}) {
  return (
    <label className="sign text-dim">
      {label}
      <select className={`${INPUT} font-sans text-ink`} value={value} onChange={(event) => onPick(event.target.value as T)}>
        {options.map((one) => (
          <option key={one} value={one}>
            {words[one]}
          </option>
        ))}
      </select>
    </label>
  );
}
