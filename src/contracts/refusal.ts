import type { Blocker } from "#core/day/model.ts";
import type { InstrumentFault } from "#core/intake/instrument.ts";
import type { EditFault } from "#core/ladder/faults.ts";
import { type Reason } from "#core/permission/reasons.ts";

/** Why the barn's rules, not our code, said no. Data; ui/words has the sentences. `path` names the field of the request. */
export type Refusal =
  | { readonly code: "not-found"; readonly path: string }
  | { readonly code: "not-allowed"; readonly path: string }
  /** Somebody else saved first: `current` is what stands now, for both to be shown. */
  | { readonly code: "changed-meanwhile"; readonly path: "version"; readonly current: unknown }
  | { readonly code: "request-key-used"; readonly path: "Idempotency-Key" }
  | { readonly code: "sign-in-taken"; readonly path: "signIn" }
  | { readonly code: "last-manager"; readonly path: string }
  | { readonly code: "retired"; readonly path: string }
  | { readonly code: "wrong-password"; readonly path: "password" }
  | { readonly code: "too-many-tries"; readonly path: "signIn"; readonly waitSeconds: number }
  | { readonly code: "busy"; readonly path: "signIn" }
  | { readonly code: "wrong-code"; readonly path: "code" }
  /** Whoever says that they have read a language through reads another. */
  | { readonly code: "other-language"; readonly path: "" }
  /** A phrase in another language brings in other names than its English. */
  | { readonly code: "phrase-names"; readonly path: "words"; readonly names: readonly string[] }
  | { readonly code: "code-too-late"; readonly path: "code" }
  /** Sessions of a term that has not begun. */
  | { readonly code: "not-begun"; readonly path: "stay.givenBefore" }
  /** Somebody has begun this barn meanwhile. */
  | { readonly code: "begun-already"; readonly path: "" }
  | { readonly code: "weak-password"; readonly path: "password" }
  /** The password is to be typed once more, and the same asked again. */
  | { readonly code: "confirm-password"; readonly path: string }
  | { readonly code: "no-address"; readonly path: "stay" }
  | { readonly code: "hears-already"; readonly path: "email" }
  | { readonly code: "written-already"; readonly path: "about" | "issue" }
  | { readonly code: "hold-overlaps"; readonly path: "firstDay" }
  | { readonly code: "tape-slipped"; readonly path: "girthCm" }
  | { readonly code: "before-arrival"; readonly path: string }
  | { readonly code: "in-the-future"; readonly path: string }
  | { readonly code: "gone-home"; readonly path: string }
  | { readonly code: "same-horse"; readonly path: "other" }
  /** A stay of this horse covers those days already. */
  | { readonly code: "here-already"; readonly path: "stay.firstDay" }
  /** Some rows of a file are faulty, and all or none were asked for. */
  | { readonly code: "rows-faulty"; readonly path: "rows"; readonly rows: number }
  /** A horse of this client stands here. */
  | { readonly code: "still-here"; readonly path: "stay" }
  | { readonly code: "forgotten-already"; readonly path: "stay" }
  | { readonly code: "undo-too-late"; readonly path: "id" }
  | { readonly code: "undone-already"; readonly path: "id" }
  /** Something has been written since about what an import made. */
  | { readonly code: "changed-since"; readonly path: "id"; readonly names: readonly string[] }
  /** Whoever asked has gone away meanwhile. */
  | { readonly code: "stopped"; readonly path: "" }
  | { readonly code: "open-cards"; readonly path: string; readonly cards: number }
  | { readonly code: "evaluation-open"; readonly path: "stay" }
  | { readonly code: "evaluation-closed"; readonly path: "id" }
  | { readonly code: "nothing-seen"; readonly path: "walk.marks" }
  | { readonly code: "stop-without-reason"; readonly path: "walk.stopReason" }
  | { readonly code: "saddle-shut"; readonly path: "walk.saddleReason"; readonly skills: readonly string[] }
  | { readonly code: "not-in-walk"; readonly path: string }
  | { readonly code: "walk-faulty"; readonly path: "rungs"; readonly fault: InstrumentFault }
  | { readonly code: "ladder-faulty"; readonly path: "skills"; readonly fault: EditFault }
  /** A skill was changed so that past scores would mean something else. */
  | { readonly code: "meaning-changed"; readonly path: "skills"; readonly skill: string }
  /** A big step would wait for itself. */
  | { readonly code: "step-circle"; readonly path: string }
  | { readonly code: "method-in-use"; readonly path: "methods" }
  | { readonly code: "last-method"; readonly path: "methods" }
  | { readonly code: "check-open"; readonly path: "cause" }
  | { readonly code: "check-ended"; readonly path: "id" }
  | { readonly code: "file-type"; readonly path: "content" }
  | { readonly code: "clip-too-long"; readonly path: "content"; readonly seconds: number }
  | { readonly code: "space-full"; readonly path: "content"; readonly limitMb: number }
  | { readonly code: "too-many-files"; readonly path: "content"; readonly limit: number }
  | { readonly code: "trial-running"; readonly path: "change" }
  | { readonly code: "trial-ended"; readonly path: "id" }
  | { readonly code: "place-taken"; readonly path: "place.name" }
  | { readonly code: "last-place"; readonly path: "place.closed" }
  | { readonly code: "place-in-use"; readonly path: "place.closed"; readonly cards: number }
  | { readonly code: "day-over"; readonly path: "day" | "days" | "until" }
  | { readonly code: "not-in-term"; readonly path: "day" }
  | { readonly code: "already-placed"; readonly path: string }
  | { readonly code: "card-closed"; readonly path: string }
  | { readonly code: "too-short"; readonly path: "first" }
  | { readonly code: "already-split"; readonly path: "id" }
  | { readonly code: "no-second-spot"; readonly path: "first" }
  | { readonly code: "not-handed-out"; readonly path: "id" }
  | { readonly code: "nothing-placed"; readonly path: "day" }
  | { readonly code: "blocked"; readonly path: string; readonly blockers: readonly Blocker[] }
  | {
      readonly code: "gate-not-open";
      readonly path: "told.gate.overrideReason";
      readonly reasons: readonly Reason[];
    }
  | { readonly code: "not-evaluated"; readonly path: string }
  | { readonly code: "nothing-to-report"; readonly path: "stay" };
