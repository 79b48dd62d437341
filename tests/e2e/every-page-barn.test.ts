import { DESK } from "#tests/screen.ts";
import { OF_THE_BARN, sweepPages } from "#tests/sweep.ts";

sweepPages([
  { title: "pages about the barn, at the desk", who: "manager", size: DESK, routes: OF_THE_BARN, dark: true, zoomed: true },
]);
