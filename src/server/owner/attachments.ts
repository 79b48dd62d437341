/** What goes along with a letter. */
import type { Deps } from "../container.ts";
import type { Attach } from "./deliver.ts";

export const attachments =
  (_deps: Deps): Attach =>
  async () => [];
