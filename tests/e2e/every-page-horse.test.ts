import { DESK } from "#tests/screen.ts";
import { OF_A_HORSE, sweepPages } from "#tests/sweep.ts";

sweepPages([
  { title: "pages about one horse, at the desk", who: "manager", size: DESK, routes: OF_A_HORSE, dark: true, zoomed: true },
]);
