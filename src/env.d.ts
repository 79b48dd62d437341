/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** Who is signed in; null on the pages that anybody may see. */
    actor: import("./contracts/people.ts").Actor | null;
    /** The password was given by somebody else: first of all a new one is chosen. */
    mustChange: boolean;
    /** What they read the phone's pages in. */
    language: import("./contracts/language.spoken.ts").Language;
    /** What the barn's last write left. */
    mark: string;
    session: import("./server/work.ts").Session | null;
  }
}
