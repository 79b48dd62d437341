import type { TermsView } from "#contracts/views.ts";
import { Forget } from "#ui/keeping/Forget.tsx";
import { useAwake } from "#ui/kit/use-awake.ts";
import { Company } from "./Company.tsx";
import { GoHome } from "./GoHome.tsx";
import { Holds } from "./Holds.tsx";
import { TakeAlong } from "./TakeAlong.tsx";
import { TermsForm } from "./TermsForm.tsx";

/** What was agreed, what stops the clock, whom the horse may not meet, and the way home. */
export function TermsScreen({ view }: { view: TermsView }) {
  useAwake();
  return (
    <div className="grid gap-6">
      <TermsForm view={view} />
      <Holds view={view} />
      <Company view={view} />
      {!view.wentHome && <GoHome view={view} />}
      <TakeAlong stay={view.stay} horse={view.horse} />
      {view.wentHome && !view.forgotten && <Forget view={view} />}
    </div>
  );
}
