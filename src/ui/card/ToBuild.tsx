/** The poles and fences of today's main work as they stood last time, to be built before anybody gets on; and the one thing to change. */
import { sayDate } from "#core/calendar/local-date.ts";
import type { JumpDay } from "#core/card/jump.ts";
import { LayoutDrawing } from "./LayoutDrawing.tsx";

export function ToBuild({ last: { day, school } }: { last: JumpDay }) {
  return (
    <div className="pt-1">
      <p>
        <span className="sign text-dim">Build</span> {school.layout.name === "" ? "the layout" : `“${school.layout.name}”`} as on{" "}
        {sayDate(day)}.{school.change !== "" && ` Change one thing: ${school.change}`}
      </p>
      <LayoutDrawing layout={school.layout} />
    </div>
  );
}
