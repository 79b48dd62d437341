/** A statement and what tells it from the others, from one composing to the next. */
import type { Say, Statement } from "./facts.ts";

/** Figures are not part of it. */
function keyOf(say: Say): string {
  const parts: (string | undefined)[] = [say.code];
  if ("skill" in say) parts.push(say.skill ?? "");
  if ("side" in say && say.code === "gained") parts.push(say.side);
  if ("when" in say) parts.push(say.when);
  if ("branch" in say) parts.push(say.branch);
  if ("gait" in say) parts.push(say.gait);
  if (say.code === "goals-open") parts.push(say.because, say.begun ? `at-${say.now}` : "not-begun");
  if (say.code === "incidents") parts.push(say.kind);
  if (say.code === "signs-lately" || say.code === "sign-faded") parts.push(say.sign);
  if (say.code === "first") parts.push(say.day, say.words);
  if (say.code === "check-done") parts.push(say.who, say.day);
  if (say.code === "tried") parts.push(say.change);
  if (say.code === "check-open") parts.push(say.who, say.due);
  return parts.join(":");
}
export const statement = (say: Say, from: readonly string[] = []): Statement => ({
  key: keyOf(say),
  say,
  from: [...new Set(from)],
});
