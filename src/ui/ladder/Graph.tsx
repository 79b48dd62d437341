/**
 * The ladder as a graph that can be read: branches are lanes, further right in a lane rests on more of it. Chosen, a skill shows what it waits for and what waits for
 * it; the others step back. Ridden skills are round at the top, what is not used is left out.
 */
import type { Branch, Skill } from "#core/ladder/skill.ts";
import { graphOf, type Node } from "./graph-layout.ts";

const COLUMN = 120;
const ROW = 40;
const BOX = { width: 110, height: 34 };
const LANE_LABEL = 92;
const LINE_MOST = 18;

/** A name in two lines at the most; what does not fit is in the title and beside the graph. */
function linesOf(words: string): readonly string[] {
  const lines = [""];
  for (const word of words.split(" ")) {
    const last = lines.at(-1) ?? "";
    if (last === "" || last.length + 1 + word.length <= LINE_MOST)
      lines[lines.length - 1] = last === "" ? word : `${last} ${word}`;
    else lines.push(word);
  }
  return lines.slice(0, 2);
}

export function LadderGraph({
  branches,
  ladder,
  chosen,
  onChoose,
}: {
  branches: readonly Branch[];
  ladder: readonly Skill[];
  chosen: string;
  onChoose(skill: string): void;
}) {
  const { nodes, lanes, columns, rows } = graphOf(branches, ladder);
  const at = new Map(nodes.map((node) => [node.skill.id, node]));
  const x = ({ column }: Node): number => LANE_LABEL + column * COLUMN;
  const y = ({ row }: Node): number => row * ROW + 3;
  const width = LANE_LABEL + columns * COLUMN;
  const height = rows * ROW + 4;
  const related = new Set([
    chosen,
    ...(at.get(chosen)?.skill.after ?? []),
    ...ladder.filter(({ after }) => after.includes(chosen)).map(({ id }) => id),
  ]);
  // Between lanes only the links of the chosen one are drawn: all at once nobody could follow one.
  const drawn = (from: Node, to: Node): boolean =>
    from.skill.branch === to.skill.branch || from.skill.id === chosen || to.skill.id === chosen;
  const links = nodes.flatMap((to) =>
    to.skill.after.flatMap((id) => {
      const from = at.get(id);
      return from && drawn(from, to) ? [{ from, to }] : [];
    }),
  );
  return (
    <div className="overflow-auto border border-line bg-paper" style={{ maxHeight: "70vh" }}>
      {/* biome-ignore lint/a11y/useSemanticElements: the graph is one drawing of buttons */}
      <svg width={width} height={height} role="group" aria-label="The ladder as a graph; the table beside it says the same">
        {lanes.map((lane, i) => (
          <g key={lane.branch}>
            <rect
              x={0}
              y={lane.row * ROW}
              width={width}
              height={lane.rows * ROW}
              className={i % 2 === 0 ? "fill-chalk" : "fill-paper"}
            />
            <text x={6} y={lane.row * ROW + 20} className="sign fill-dim text-sm">
              {branches.find(({ id }) => id === lane.branch)?.words}
            </text>
          </g>
        ))}
        {links.map(({ from, to }) => {
          const strong = from.skill.id === chosen || to.skill.id === chosen;
          const [x1, y1, x2, y2] = [x(from) + BOX.width, y(from) + BOX.height / 2, x(to), y(to) + BOX.height / 2];
          return (
            <path
              key={`${from.skill.id}-${to.skill.id}`}
              d={`M${x1} ${y1}C${x1 + 24} ${y1} ${x2 - 24} ${y2} ${x2} ${y2}`}
              fill="none"
              className={strong ? "stroke-rail" : "stroke-line"}
              strokeWidth={strong ? 2.5 : 1}
            />
          );
        })}
        {nodes.map((node) => {
          const { skill } = node;
          const isChosen = skill.id === chosen;
          return (
            // biome-ignore lint/a11y/useSemanticElements: a button cannot stand in a drawing
            <g
              key={skill.id}
              role="button"
              tabIndex={0}
              aria-pressed={isChosen}
              aria-label={skill.words}
              className="cursor-pointer"
              onClick={() => onChoose(skill.id)}
              onKeyDown={(event) => {
                if (event.key === "Enter" || event.key === " ") {
                  event.preventDefault();
                  onChoose(skill.id);
                }
              }}
            >
              <title>{skill.words}</title>
              <rect
                x={x(node)}
                y={y(node)}
                width={BOX.width}
                height={BOX.height}
                rx={skill.saddle ? 12 : 2}
                className={
                  isChosen
                    ? "fill-straw stroke-ink"
                    : related.has(skill.id)
                      ? "fill-rail-soft stroke-rail"
                      : "fill-paper stroke-line"
                }
                strokeWidth={isChosen ? 2 : 1}
                strokeDasharray={skill.specialist ? "5 3" : undefined}
              />
              {linesOf(skill.words).map((line, i, all) => (
                <text key={line} x={x(node) + 6} y={y(node) + (all.length === 1 ? 21 : 14 + i * 14)} className="fill-ink text-xs">
                  {i === 0 ? `${line} ` : line}
                </text>
              ))}
            </g>
          );
        })}
      </svg>
    </div>
  );
}
