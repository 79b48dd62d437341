/** Which column of the file is which of ours, with what stands in it; and how what may be read in two ways is meant. */
import { COLUMNS, type ImportName } from "#core/import/columns.ts";
import type { Table } from "#core/import/table.ts";
import type { DateOrder } from "#core/import/values.ts";
import { Choice } from "#ui/kit/parts.tsx";
import { Wide } from "#ui/kit/Wide.tsx";

const SHOWN = 3;
interface Props {
  readonly list: ImportName;
  readonly table: Table;
  readonly columns: readonly (string | null)[];
  readonly reading: DateOrder;
  change(of: { columns?: readonly (string | null)[]; reading?: DateOrder }): void;
}

export function ColumnsTable({ list, table, columns, reading, change }: Props) {
  const ours = COLUMNS[list];
  const used = ours.filter(({ key }) => columns.includes(key)).map(({ kind }) => kind);
  const set = (of: Partial<DateOrder>): void => change({ reading: { ...reading, ...of } });
  const measures = (of: string): boolean => used.some((kind) => kind.holds === "number" && kind.of === of);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <Wide label="Columns of the file">
        <table className="w-full text-left">
          <thead>
            <tr className="sign text-dim">
              <th className="pr-3">In the file</th>
              <th className="pr-3">Here</th>
              <th>What it contains</th>
            </tr>
          </thead>
          <tbody>
            {table.headings.map((heading, at) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: two columns of a file may be headed alike
              <tr key={at} className="border-t border-line">
                <th scope="row" className="max-w-48 truncate pr-3 font-normal">
                  {heading || `Column ${at + 1}`}
                </th>
                <td className="pr-3">
                  <select
                    aria-label={`${heading || `Column ${at + 1}`} is`}
                    className="min-h-9 rounded border border-edge px-2"
                    value={columns[at] ?? ""}
                    onChange={(event) =>
                      change({
                        columns: columns.map((one, other) =>
                          other === at ? event.target.value || null : one === event.target.value ? null : one,
                        ),
                      })
                    }
                  >
                    <option value="">left out</option>
                    {ours.map(({ key, heading: called, needed }) => (
                      <option key={key} value={key}>
                        {called}
                        {needed ? " (needed)" : ""}
                      </option>
                    ))}
                  </select>
                </td>
                <td className="max-w-96 truncate text-dim">
                  {table.rows
                    .map((row) => row[at] ?? "")
                    .filter((cell) => cell !== "")
                    .slice(0, SHOWN)
                    .join(" · ")}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </Wide>
      <div className="flex flex-wrap gap-x-6 gap-y-2">
        {used.some(({ holds }) => holds === "day" || holds === "birth") && (
          <Choice
            name="days"
            legend="3/4/2026 is"
            value={reading.days}
            options={[
              ["day-first", "3 April"],
              ["month-first", "March 4"],
            ]}
            onChange={(days) => set({ days })}
          />
        )}
        {used.some(({ holds }) => holds === "number") && (
          <Choice
            name="decimals"
            legend="Decimals are written"
            value={reading.decimals}
            options={[
              ["point", "412.5"],
              ["comma", "412,5"],
            ]}
            onChange={(decimals) => set({ decimals })}
          />
        )}
        {measures("weight") && (
          <Choice
            name="weights"
            legend="Weights without a unit"
            value={reading.weights}
            options={[
              ["kg", "kg"],
              ["lb", "lb"],
            ]}
            onChange={(weights) => set({ weights })}
          />
        )}
        {measures("height") && (
          <Choice
            name="heights"
            legend="Heights without a unit"
            value={reading.heights}
            options={[
              ["cm", "cm"],
              ["hands", "hands"],
            ]}
            onChange={(heights) => set({ heights })}
          />
        )}
        {measures("length") && (
          <Choice
            name="lengths"
            legend="Lengths without a unit"
            value={reading.lengths}
            options={[
              ["cm", "cm"],
              ["in", "inches"],
            ]}
            onChange={(lengths) => set({ lengths })}
          />
        )}
        {measures("temperature") && (
          <Choice
            name="temperatures"
            legend="Temperatures"
            value={reading.temperatures}
            options={[
              ["C", "°C"],
              ["F", "°F"],
            ]}
            onChange={(temperatures) => set({ temperatures })}
          />
        )}
      </div>
    </div>
  );
}
