/** The poles and fences of today's main work as they stood last time, to be built before anybody gets on; and the one thing to change. */

import type { JumpDay } from "#core/card/jump.ts";
import { sayDay } from "#ui/words/figures.ts";
import { t } from "#ui/words/speak.ts";
import { LayoutDrawing } from "./LayoutDrawing.tsx";

export function ToBuild({ last: { day, school } }: { last: JumpDay }) {
  return (
    <div className="pt-1">
      <p>
        <span className="sign text-dim">{t("Build")}</span>{" "}
        {t("{layout} as on {day}.", {
          layout: school.layout.name === "" ? t("the layout") : `“${school.layout.name}”`,
          day: sayDay(day),
        })}{" "}
        {school.change !== "" && t("Change one thing: {change}", { change: school.change })}
      </p>
      <LayoutDrawing layout={school.layout} />
    </div>
  );
}
