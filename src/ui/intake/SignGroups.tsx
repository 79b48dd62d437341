/** A long list of signs under the parts of the horse and the day at which they show. */
import type { ReactNode } from "react";
import { SIGN_GROUPS, SIGNS } from "#core/intake/signs.ts";
import { SIGN_GROUP } from "#ui/words/labels.ts";

interface Props {
  readonly without: readonly string[];
  /** Bad signs are folded away by group until one of them was seen: on a phone the whole list is four screens long. */
  readonly folded?: { seen(sign: string): boolean };
  chip(sign: string): ReactNode;
}
export function SignGroups({ without, folded, chip }: Props) {
  return SIGN_GROUPS.map((group) => {
    const signs = SIGNS.filter((sign) => sign.group === group && !without.includes(sign.id)).map(({ id }) => id);
    if (signs.length === 0) return null;
    const chips = <div className="flex flex-wrap gap-2 pt-1">{signs.map(chip)}</div>;
    if (folded && group !== "good")
      return (
        <details key={group} open={signs.some(folded.seen)} className="border-b border-line">
          <summary className="sign flex min-h-14 cursor-pointer items-center text-slate">
            <span aria-hidden="true">▸ </span>
            {SIGN_GROUP[group]}
          </summary>
          {chips}
        </details>
      );
    return (
      <div key={group} className="pt-2">
        <p className="sign text-dim">{SIGN_GROUP[group]}</p>
        {chips}
      </div>
    );
  });
}
