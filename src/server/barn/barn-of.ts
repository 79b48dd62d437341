/** The barn that is asked: its name, zone, policies. */
import { must } from "#core/kernel/assert.ts";
import { type Barn, findBarn } from "#db/queries/barn.ts";
import type { Deps } from "../container.ts";

export const barnOf = async ({ sql }: Deps): Promise<Barn> => must(await findBarn(sql), "the barn is set up");
