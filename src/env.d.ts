/// <reference types="astro/client" />

declare namespace App {
  interface Locals {
    /** Who is signed in; null on the pages that anybody may see. */
    actor: import("./contracts/people.ts").Actor | null;
  }
}
