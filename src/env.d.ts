/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** Who is signed in; null on the pages that anybody may see. */
    actor: import("./contracts/people.ts").Actor | null;
    /** The password was given by somebody else: first of all a new one is chosen. */
    mustChange: boolean;
    session: import("./server/work.ts").Session | null;
  }
}
