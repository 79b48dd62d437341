/** What the session is about, and why: the first thing on the card. */

import { here } from "#contracts/ladder.here.ts";
import { later } from "#ui/kit/later.tsx";
import { Button } from "#ui/kit/parts.tsx";
import { sayWorkBecause } from "#ui/words/because.ts";
import { inner, listed, outer } from "#ui/words/figures.ts";
import { SIDE } from "#ui/words/labels.ts";
import { sayParts } from "#ui/words/parts.ts";
import { t } from "#ui/words/speak.ts";
import type { Part } from "./part.ts";

/** Few horses jump. */
// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const ToBuild = later(async () => (await import("./ToBuild.tsx")).ToBuild);

const words = (ids: readonly string[]): string => listed(ids.map((id) => inner(t(here().of(id).words))));

/** `draft` and `put`: the card is being written; else it is only read. */
export function MainWork({ view, draft, put }: Pick<Part, "view"> & Partial<Pick<Part, "draft" | "put">>) {
  const { items, leaveAlone, smaller } = view.work;
  const main = items.filter(({ role }) => role === "main");
  if (main.length === 0) return null;
  const build = view.jumping?.build;
  const side = main.find((item) => item.side !== null)?.side;
  return (
    <section aria-label={t("Main work")} className="pb-2">
      <p className="text-2xl leading-tight">
        {outer(words(main.map(({ skill }) => skill)))}
        {side && (
          <span className="text-dim">
            , {t(view.method.sides === "one-a-day" ? "{side} today" : "{side} first", { side: SIDE[side] })}
          </span>
        )}
      </p>
      <p>{sayWorkBecause(view.work)}</p>
      <p className="text-dim">{sayParts(view.minutes)}</p>
      {build && <ToBuild last={build} />}
      {leaveAlone.length > 0 && (
        <p>
          <span className="sign text-dim">{t("Leave alone today")}</span> {words(leaveAlone)}
        </p>
      )}
      {smaller.length > 0 && (
        <div className="flex flex-wrap items-center gap-2">
          <p className="grow">
            <span className="sign text-dim">{t("If it is windy, the horse is tight, or you are alone")}</span>{" "}
            {t("only {work}", { work: words(smaller) })}
          </p>
          {draft && put && (
            <Button
              className="min-h-14"
              aria-pressed={draft.smaller}
              tone={draft.smaller ? "main" : "plain"}
              onClick={() => put({ smaller: !draft.smaller })}
            >
              {draft.smaller ? t("✓ The smaller version") : t("Take the smaller version")}
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
