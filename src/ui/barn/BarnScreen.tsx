import type { BarnView } from "#contracts/views.barn.ts";
import { useAwake } from "#ui/kit/use-awake.ts";
import { Places } from "./Places.tsx";
import { PolicyForm } from "./PolicyForm.tsx";

export function BarnScreen({ view }: { view: BarnView }) {
  useAwake();
  return (
    <div className="grid gap-8">
      <section aria-labelledby="rules-title">
        <h2 id="rules-title">Rules</h2>
        <PolicyForm view={view} />
      </section>
      <Places view={view} />
    </div>
  );
}
