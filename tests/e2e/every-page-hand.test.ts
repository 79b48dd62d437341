import { PHONE, TABLET } from "#tests/screen.ts";
import { OF_AN_OWNER, seenBy, sweepPages } from "#tests/sweep.ts";

const AT_ARRIVAL = ["/", "/today", "/week", "/book", "/horse/[id]/evaluate", "/horse/[id]/report/[...which]"];
sweepPages([
  { title: "a rider's phone", who: "rider", size: PHONE, routes: seenBy("rider") },
  { title: "the manager's tablet", who: "manager", size: TABLET, routes: AT_ARRIVAL },
  { title: "an owner's phone", who: "owner", size: PHONE, routes: OF_AN_OWNER },
]);
