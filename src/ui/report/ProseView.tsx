import type { Passage } from "#core/report/assemble.ts";

const Runs = ({ passage }: { passage: Passage }) => (
  <>
    {passage.runs.map(({ text, bold, italic }, i) => {
      const inner = italic ? <em>{text}</em> : text;
      // Runs of a passage have no names but their order.
      // biome-ignore lint/suspicious/noArrayIndexKey: nothing else tells them apart
      return bold ? <strong key={i}>{inner}</strong> : <span key={i}>{inner}</span>;
    })}
  </>
);

/** The manager's own words. */
export function ProseView({ prose }: { prose: readonly Passage[] }) {
  const groups: Passage[][] = [];
  for (const passage of prose) {
    const last = groups.at(-1);
    if (passage.kind === "li" && last?.[0]?.kind === "li") last.push(passage);
    else groups.push([passage]);
  }
  return groups.map((group, i) =>
    group[0]?.kind === "li" ? (
      // biome-ignore lint/suspicious/noArrayIndexKey: nothing else tells them apart
      <ul key={i} className="list-disc pt-1 pl-5">
        {group.map((passage, j) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: nothing else tells them apart
          <li key={j}>
            <Runs passage={passage} />
          </li>
        ))}
      </ul>
    ) : (
      // biome-ignore lint/suspicious/noArrayIndexKey: nothing else tells them apart
      <p key={i} className="pt-1 whitespace-pre-wrap">
        {group[0] && <Runs passage={group[0]} />}
      </p>
    ),
  );
}
