/** What is kept how long, in words. */
import type { Kept } from "#contracts/keeping.ts";

export const KEEPING: Readonly<Record<Kept, { readonly words: string; readonly what: string }>> = {
  letters: { words: "Letters to owners", what: "After they were sent: words and addresses go, that there was one stays" },
  changes: { words: "Who changed what", what: "After the change" },
  photos: { words: "Photos and clips", what: "After the horse went home; approved reports keep theirs" },
  clients: { words: "Clients", what: "After their last horse went home they are forgotten, as if they had asked for it" },
};
