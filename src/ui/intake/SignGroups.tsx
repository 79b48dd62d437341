/** A long list of signs under the parts of the horse and the day at which they show. */
import type { ReactNode } from "react";
import { SIGN_GROUPS, SIGNS } from "#core/intake/signs.ts";
import { SIGN_GROUP } from "#ui/words/labels.ts";

export function SignGroups({ without, chip }: { without: readonly string[]; chip(sign: string): ReactNode }) {
  return SIGN_GROUPS.map((group) => {
    const signs = SIGNS.filter((sign) => sign.group === group && !without.includes(sign.id));
    return (
      signs.length > 0 && (
        <div key={group} className="pt-2">
          <p className="sign text-dim">{SIGN_GROUP[group]}</p>
          <div className="flex flex-wrap gap-2 pt-1">{signs.map(({ id }) => chip(id))}</div>
        </div>
      )
    );
  });
}
