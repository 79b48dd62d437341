import { useEffect, useRef, useState } from "react";
import { ScaleReading } from "#contracts/tools.ts";
import { Button } from "#ui/kit/parts.tsx";
import { typedFigure, unitHere } from "#ui/words/units.ts";
import type { WalkState } from "./use-walk.ts";

const ASK_EVERY = 400;
const GIVE_UP_AFTER = 45;

/** Reads the barn's scale until what stands on it stands still. Shows each reading, and can be stopped. */
export function Scale({ state }: { state: WalkState }) {
  const [shown, setShown] = useState("");
  const [reading, setReading] = useState(false);
  const stopped = useRef(false);
  useEffect(
    () => () => {
      stopped.current = true;
    },
    [],
  );
  const read = async (): Promise<void> => {
    stopped.current = false;
    setReading(true);
    for (let asked = 0; asked < GIVE_UP_AFTER && !stopped.current; asked += 1) {
      const answer = await fetch("/api/scale", { headers: { Accept: "application/json" } }).catch(() => null);
      const said = answer?.ok ? ScaleReading.safeParse(await answer.json().catch(() => null)) : null;
      if (!said?.success) {
        setShown("The scale does not answer. Check the plug, or use the tape.");
        break;
      }
      const { kilograms, steady } = said.data;
      if (steady && kilograms > 0) {
        state.put({ kind: "measure", name: "scaleKg" }, Math.round(kilograms * 10) / 10);
        setShown(`${typedFigure("weight", kilograms)} ${unitHere("weight")}, steady`);
        break;
      }
      setShown(
        kilograms > 0 ? `${typedFigure("weight", kilograms)} ${unitHere("weight")}, moving…` : "Nothing on the scale yet…",
      );
      if (asked === GIVE_UP_AFTER - 1) setShown("The horse did not stand still. Try again, or use the tape.");
      await new Promise((done) => setTimeout(done, ASK_EVERY));
    }
    setReading(false);
  };
  return (
    <div className="flex flex-wrap items-center gap-2">
      {reading ? (
        <Button
          onClick={() => {
            stopped.current = true;
            setShown("Stopped.");
          }}
        >
          Stop reading
        </Button>
      ) : (
        <Button onClick={() => void read()}>Read the scale</Button>
      )}
      <span role="status">{shown}</span>
    </div>
  );
}
