import { type Strength, signOf } from "#core/intake/signs.ts";
import type { TrackSide } from "#core/kernel/sides.ts";
import { SIDE } from "#ui/words/labels.ts";
import { t } from "#ui/words/speak.ts";

/** Strength as squares, drawn and not written: the button's name says it in words. */
const Notches = ({ strength }: { strength: number }) => (
  <span className="inline-flex gap-0.5 align-middle">
    {[1, 2, 3].slice(0, strength).map((step) => (
      <span key={step} className="size-2 bg-current" />
    ))}
  </span>
);

/** A tap raises the strength: 1, 2, 3, gone; a good sign is there or not. The name is the sign without a side. */
export function SignChip({
  sign,
  big = false,
  strengthOf,
  onPut,
}: {
  sign: string;
  big?: boolean;
  strengthOf(side: TrackSide): Strength | undefined;
  onPut(side: TrackSide, strength: Strength | null): void;
}) {
  const { words, good } = signOf(sign);
  const part = (side: TrackSide, text: string) => {
    const strength = strengthOf(side);
    const tone = strength
      ? good
        ? "bg-rail text-on-rail border-rail"
        : "bg-ochre-soft text-ochre border-ochre"
      : "bg-paper border-edge";
    return (
      <button
        type="button"
        aria-label={`${t(words)}${side === "both" ? "" : `, ${SIDE[side]}`}: ${strength ? t("strength {strength}", { strength }) : t("not seen")}`}
        onClick={() => onPut(side, strength === 3 || (good && strength) ? null : (((strength ?? 0) + 1) as Strength))}
        className={`${big ? "min-h-14 min-w-14" : "min-h-12"} border px-3 ${tone}`}
      >
        {text} <Notches strength={strength ?? 0} />
      </button>
    );
  };
  return (
    <div className="flex">
      {!good && part("left", t("L"))}
      {part("both", t(words))}
      {!good && part("right", t("R"))}
    </div>
  );
}
