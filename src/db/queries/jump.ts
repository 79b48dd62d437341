/** Layouts of poles and fences that the barn keeps, by name. */
import { z } from "zod";
import { LayoutFields } from "#contracts/jump.ts";
import type { FenceLayout } from "#core/card/jump.ts";
import type { PersonId } from "#core/kernel/brand.ts";
import type { Transaction } from "../client.ts";
import { keptOfTables } from "../kept.ts";
import { many } from "../run.ts";

export const listLayouts = keptOfTables(
  ["jump_layout"],
  (db): Promise<readonly FenceLayout[]> =>
    many(z.object(LayoutFields.shape), db`SELECT name, elements FROM jump_layout ORDER BY name`),
);
/** The same name again takes its place. */
export async function keepLayout(
  tx: Transaction,
  id: string,
  { name, elements }: FenceLayout,
  by: PersonId,
  at: Date,
): Promise<void> {
  await tx`INSERT INTO jump_layout (id, name, elements, made_at, made_by) VALUES (${id}, ${name}, ${tx.json(elements as never)}, ${at}, ${by})
    ON CONFLICT ON CONSTRAINT jump_layout_name DO UPDATE SET elements = excluded.elements, made_at = excluded.made_at, made_by = excluded.made_by
    WHERE jump_layout.elements <> excluded.elements`;
}
export const dropLayoutRow = async (tx: Transaction, name: string): Promise<number> =>
  (await tx`DELETE FROM jump_layout WHERE name = ${name}`).count;
