import { useState } from "react";
import type { WalkFields } from "#contracts/intake.ts";
import type { WalkStep } from "#core/intake/instrument.ts";
import { BARE_INPUT, Button } from "#ui/kit/parts.tsx";
import type { WalkState } from "./use-walk.ts";

/** Stopping where it is not safe: one line says why, and the outcome comes next. */
export function StopHere({
  rung,
  walk,
  put,
  onStopped,
}: {
  rung: WalkStep;
  walk: WalkFields;
  put: WalkState["put"];
  onStopped(): void;
}) {
  const [asking, setAsking] = useState(false);
  const [why, setWhy] = useState(walk.stopReason);
  if (walk.stoppedAt === rung.id)
    return (
      <Button big onClick={() => put({ kind: "plain", name: "stoppedAt" }, null)}>
        Go on after all
      </Button>
    );
  if (!asking)
    return (
      <Button big onClick={() => setAsking(true)}>
        <span className="text-oxblood">■</span> Stop here
      </Button>
    );
  return (
    <form
      className="flex min-w-0 grow flex-wrap items-center gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        put({ kind: "plain", name: "stopReason" }, why);
        put({ kind: "plain", name: "stoppedAt" }, rung.id);
        setAsking(false);
        onStopped();
      }}
    >
      <input
        // biome-ignore lint/a11y/noAutofocus: the line was asked for by the tap before
        autoFocus
        aria-label="Why the evaluation stops here"
        placeholder="Why is it not safe?"
        className={`${BARE_INPUT} h-14 min-w-0 grow`}
        maxLength={500}
        value={why}
        onChange={(event) => setWhy(event.target.value)}
      />
      <Button big type="submit">
        Stop; what you scored counts
      </Button>
      <Button big onClick={() => setAsking(false)}>
        Cancel
      </Button>
    </form>
  );
}
