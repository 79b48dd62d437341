/** The phrases of the reader's language, for the islands of a page: run before they wake. */
import type { APIRoute } from "astro";
import { spokenHere } from "#server/language/spoken.ts";

const AN_YEAR = 31_536_000;

export const GET: APIRoute = ({ url }) => {
  const spoken = spokenHere();
  return new Response(`globalThis.furlongPhrases = ${JSON.stringify(spoken)};\n`, {
    headers: {
      "Content-Type": "text/javascript; charset=utf-8",
      // The address changes with the phrases.
      "Cache-Control": url.searchParams.has("v") ? `private, max-age=${AN_YEAR}, immutable` : "private, no-store",
    },
  });
};
