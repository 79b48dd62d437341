/** A part that is loaded when it is first drawn. Where it cannot be, as the network went in between, its place says so and asks again. */
import { type ComponentType, lazy, type ReactNode, Suspense, useState } from "react";
import { t } from "#ui/words/speak.ts";
import { useHere } from "./use-here.ts";

type Load<P> = () => Promise<ComponentType<P>>;

/** Stands in the part's place until a second try brings it. */
function missing<P extends object>(load: Load<P>): ComponentType<P> {
  return function Missing(props: P) {
    const [Part, setPart] = useState<ComponentType<P> | null>(null);
    const [asking, setAsking] = useState(false);
    if (Part) return <Part {...props} />;
    const ask = async (): Promise<void> => {
      setAsking(true);
      const part = await load().catch(() => null);
      setAsking(false);
      if (part) setPart(() => part);
    };
    return (
      <p role="status" className="flex flex-wrap items-center gap-2 text-dim">
        {t("This part could not be loaded.")}
        <button
          type="button"
          disabled={asking}
          onClick={() => void ask()}
          className="sign min-h-9 rounded border border-edge bg-paper px-3 text-ink disabled:opacity-50 max-md:min-h-14"
        >
          {t("Try again")}
        </button>
      </p>
    );
  };
}

/** The server never draws it, and `meanwhile` stands there until it is loaded: see use-here. */
export function later<P extends object>(load: Load<P>, meanwhile: ReactNode = null): ComponentType<P> {
  const Part: ComponentType<P> = lazy(async () => ({ default: await load().catch(() => missing(load)) }));
  return function Later(props: P) {
    return useHere() ? (
      <Suspense fallback={meanwhile}>
        <Part {...props} />
      </Suspense>
    ) : (
      meanwhile
    );
  };
}
