/** What is kept how long, in words. */
import type { Kept } from "#contracts/keeping.ts";

export const KEEPING: Readonly<Record<Kept, { readonly words: string; readonly what: string }>> = {
  letters: {
    words: "Messages to owners",
    what: "After they were sent. The text and address go; the fact that one was sent stays",
  },
  changes: { words: "Who changed what", what: "After the change" },
  photos: { words: "Photos and clips", what: "After the horse went home. Approved reports keep theirs" },
  clients: { words: "Clients", what: "After their last horse went home. Their personal data is removed, as if they had asked" },
};
