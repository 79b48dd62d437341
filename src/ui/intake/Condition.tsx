/** The condition score by the six places that a hand feels (Henneke and co-workers, 1983), or as a whole. */
import { conditionOf, type FatPlace, PLACES } from "#core/intake/measures.ts";
import { MEASURE } from "#ui/words/intake.ts";
import { NumberField } from "./MeasureField.tsx";
import type { WalkState } from "./use-walk.ts";

/** What the hand finds at little, middling and much fat; the steps between are judged. */
const FEEL: Record<FatPlace, readonly [thin: string, fair: string, fat: string]> = {
  placeNeck: ["bones to be felt", "blends in", "a crest of fat"],
  placeWithers: ["sharp", "rounded", "bulging"],
  placeShoulder: ["bare, edge stands out", "smooth to the body", "soft, filled up"],
  placeRibs: ["each one seen", "felt, not seen", "not to be felt"],
  placeLoin: ["ridge of the spine", "level", "a crease along it"],
  placeTail: ["bone stands out", "felt, little fat", "soft, bulging"],
};
const SCORES = [1, 2, 3, 4, 5, 6, 7, 8, 9] as const;

export function Condition({ state }: { state: WalkState }) {
  const { measures } = state.walk;
  const felt = PLACES.filter((place) => measures[place] !== null).length;
  const score = conditionOf(measures);
  return (
    <section aria-labelledby="condition" className="pt-2">
      <h3 id="condition">Condition, by hand at six places</h3>
      <div className="grid gap-1">
        {PLACES.map((place) => (
          <div key={place} className="grid items-center gap-x-3 border-b border-line py-1 md:grid-cols-[9rem_1fr]">
            <span className="sign">{MEASURE[place]}</span>
            <div>
              <div role="group" aria-label={MEASURE[place]} className="flex">
                {SCORES.map((value) => (
                  <button
                    key={value}
                    type="button"
                    aria-pressed={measures[place] === value}
                    aria-label={`${MEASURE[place]}: ${value}`}
                    onClick={() => state.put({ kind: "measure", name: place }, measures[place] === value ? null : value)}
                    className={`sign h-11 min-w-0 flex-1 border ${measures[place] === value ? "border-rail bg-rail text-on-rail" : "border-edge bg-paper"}`}
                  >
                    {value}
                  </button>
                ))}
              </div>
              <div className="flex justify-between gap-2 text-sm text-dim">
                {FEEL[place].map((words) => (
                  <span key={words}>{words}</span>
                ))}
              </div>
            </div>
          </div>
        ))}
      </div>
      {felt === PLACES.length ? (
        <p role="status">
          Condition score <strong>{score}</strong>, the mean of six places.
        </p>
      ) : felt > 0 ? (
        <p role="status" className="text-dim">
          {felt} of six places felt; the score is their mean once all are.
        </p>
      ) : (
        <div className="max-w-60 pt-2">
          <NumberField name="condition" hint="Or as a whole: 1 very thin – 9 very fat." state={state} />
        </div>
      )}
    </section>
  );
}
