/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** Who is signed in; null on the pages that anybody may see. */
    actor: import("./contracts/people.ts").Actor | null;
    /** The password was given by somebody else: first of all a new one is chosen. */
    mustChange: boolean;
    session: import("./server/work.ts").Session | null;
    /** Where the request comes from, as the server found out; `who` is told to its log. Missing where another server than ours runs. */
    about?: { readonly address: string; who: string | null };
  }
}
