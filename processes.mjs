// Several of the process that server.mjs is, behind one port: FURLONG_PROCESSES says how many. What each keeps in memory is true by itself (docs/decisions/0049),
// and sweeps, letters and backups are shared out by the database. One that ends by itself is started again; where they do not stay up, all end.
import cluster from "node:cluster";
import { log } from "./log.mjs";

const MOST = 32;
/** So many may end by themselves in so long. */
const ENDS = 5;
const WITHIN_MS = 600_000;

const count = Number(process.env.FURLONG_PROCESSES ?? 2);
if (!Number.isInteger(count) || count < 1 || count > MOST) {
  log.error({ event: "start" }, `FURLONG_PROCESSES says how many processes serve: write a whole number from 1 to ${MOST}.`);
  process.exit(1);
}
cluster.setupPrimary({ exec: "server.mjs" });

let ending = false;
let ended = [];
const workers = () => Object.values(cluster.workers ?? {});
function end() {
  ending = true;
  for (const worker of workers()) worker.process.kill("SIGTERM");
  if (workers().length === 0) process.exit(0);
}
const listening = new Set();
cluster.on("listening", (worker, { port }) => {
  listening.add(worker.id);
  if (listening.size === count) process.send?.({ port });
});
cluster.on("exit", (worker, code, signal) => {
  if (ending) {
    if (workers().length === 0) process.exit(0);
    return;
  }
  log.error({ event: "ended", code, signal }, `Process ${worker.process.pid} ended by itself; another one takes its place`);
  ended = [...ended.filter((at) => at > Date.now() - WITHIN_MS), Date.now()];
  if (ended.length > ENDS) {
    process.exitCode = 1;
    end();
  } else cluster.fork();
});
process.on("SIGTERM", end);
process.on("SIGINT", end);
// Started as a child, it must not outlive its parent.
process.on("disconnect", end);
for (let i = 0; i < count; i += 1) cluster.fork();
