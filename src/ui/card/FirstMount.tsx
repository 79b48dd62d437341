/** A first mounting, one step at a time: what is asked now, whether it was accepted, and on each side the best place to stop. */
import { accepted, beginMounting, furthest, isOver, MOUNT_STEPS, nextStep, stoppedHere } from "#core/card/first-mount.ts";
import { Button } from "#ui/kit/parts.tsx";
import { MOUNT } from "#ui/words/labels.ts";
import { sayMount } from "#ui/words/record.ts";
import type { Part } from "./part.ts";

const CAUTION =
  "Helmet and vest. Second person at the head, on the same side: holds, does not lead. Off at the first tense step.";

export function FirstMount({ view, draft, put }: Part) {
  const { mounting } = draft;
  const set = (next: typeof mounting): void => put({ mounting: next, mount: next && next.reached });
  const side = mounting?.side ?? "left";
  const next = mounting && nextStep(mounting);
  const rank = (step: (typeof MOUNT_STEPS)[number] | null): number => (step ? MOUNT_STEPS.indexOf(step) : -1);
  return (
    <section aria-labelledby="mount-title" className="grid gap-2">
      <h2 id="mount-title">First mounting</h2>
      <p className="text-oxblood">■ {CAUTION}</p>
      {!mounting && (
        <>
          {draft.mount && <p>{sayMount(draft.mount)}</p>}
          <Button big onClick={() => set(beginMounting(view.essentials.hard === "left" ? "right" : "left"))}>
            {draft.mount ? "Begin it anew" : "Begin, on the easy side"}
          </Button>
        </>
      )}
      {mounting && (
        <>
          <ol aria-label={`Steps on the ${side}`} className="grid gap-0.5">
            {MOUNT_STEPS.slice(0, rank(furthest(mounting)) + 1).map((step) => {
              const done = rank(step) <= rank(mounting.reached[side]);
              const now = step === next;
              return (
                <li
                  key={step}
                  aria-current={now ? "step" : undefined}
                  className={`border px-2 py-1 ${now ? "border-2 border-ink bg-straw text-lg" : done ? "border-rail" : "border-line text-dim"}`}
                >
                  <span aria-hidden="true">{done ? "✓ " : now ? "▶ " : "○ "}</span>
                  {MOUNT[step]}
                  <span className="sr-only">{done ? ", accepted" : now ? ", now" : ", not yet"}</span>
                </li>
              );
            })}
          </ol>
          {isOver(mounting) ? (
            <p role="status">{sayMount(mounting.reached)} Rest with everything off; that is enough for today.</p>
          ) : (
            <>
              <p role="status">
                On the {side}.{" "}
                {next
                  ? "Twice softly, standing still, then the next."
                  : "That is as far as it goes here today: rest with everything off."}
                {mounting.stopped.length === 1 && " After the rest, to the level that it accepted."}
              </p>
              <div className="grid gap-1">
                {next && (
                  <Button big tone="main" className="whitespace-normal" onClick={() => set(accepted(mounting))}>
                    Accepted: {MOUNT[next].toLowerCase()}
                  </Button>
                )}
                <Button big onClick={() => set(stoppedHere(mounting))}>
                  Stop here on the {side}: the best place
                </Button>
              </div>
            </>
          )}
        </>
      )}
    </section>
  );
}
