/** The figure beside a skill's score, and the table by which it proposes one. */
import type { SkillRecord } from "#contracts/ladder.ts";
import { MEASURE_KINDS } from "#core/ladder/skill.ts";
import { Field, INPUT } from "#ui/kit/parts.tsx";
import { MEASURE_KIND } from "#ui/words/measures.ts";

type Measure = NonNullable<SkillRecord["measure"]>;
const EMPTY: Measure = {
  kind: "tries",
  words: "tries until it answers",
  of: null,
  better: "less",
  table: [
    { score: 4, at: 1 },
    { score: 3, at: 2 },
    { score: 2, at: 5 },
  ],
  otherwise: 1,
};

export function MeasureEditor({ measure, put }: { measure: Measure | null; put(measure: Measure | null): void }) {
  const change = (part: Partial<Measure>): void => put({ ...(measure ?? EMPTY), ...part });
  return (
    <details open={measure !== null}>
      <summary className="sign min-h-9 text-rail">Counted or timed</summary>
      <label className="sign text-dim">
        Beside the score
        <select
          className={INPUT}
          value={measure?.kind ?? ""}
          onChange={(event) => (event.target.value ? change({ kind: event.target.value as Measure["kind"] }) : put(null))}
        >
          <option value="">nothing</option>
          {MEASURE_KINDS.map((kind) => (
            <option key={kind} value={kind}>
              {MEASURE_KIND[kind]}
            </option>
          ))}
        </select>
      </label>
      {measure && (
        <div className="grid grid-cols-[minmax(0,1fr)] gap-2 pt-1">
          <Field id="measure-words" label="What is counted or timed">
            <input
              id="measure-words"
              className={INPUT}
              maxLength={60}
              value={measure.words}
              onChange={(event) => change({ words: event.target.value })}
            />
          </Field>
          <label className="sign text-dim">
            Better is
            <select
              className={INPUT}
              value={measure.better}
              onChange={(event) => change({ better: event.target.value as Measure["better"] })}
            >
              <option value="less">less</option>
              <option value="more">more</option>
            </select>
          </label>
          <div className="grid grid-cols-[repeat(2,minmax(0,1fr))] gap-2">
            {measure.table.map((row, i) => (
              <Field
                key={row.score}
                id={`measure-${row.score}`}
                label={`${row.score} ${measure.better === "less" ? "up to" : "from"}`}
              >
                <input
                  id={`measure-${row.score}`}
                  type="number"
                  min={0}
                  max={3600}
                  className={INPUT}
                  value={row.at}
                  onChange={(event) =>
                    change({
                      table: measure.table.map((one, j) =>
                        i === j ? { ...one, at: Math.max(0, Number(event.target.value) || 0) } : one,
                      ),
                    })
                  }
                />
              </Field>
            ))}
          </div>
          <p className="text-sm text-dim">Otherwise {measure.otherwise}.</p>
        </div>
      )}
    </details>
  );
}
