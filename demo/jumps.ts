/** Schools over fences of the demo barn: one horse jumps loose, a little more each time. */
import type { RecordFields } from "#contracts/card.ts";

type JumpSchool = NonNullable<RecordFields["jump"]>;

const layout = (heightCm: number): JumpSchool["layout"] => ({
  name: "Trot poles to a cross",
  elements: [
    { fence: "trot-poles", poles: 4, heightCm: null, toNextCm: 300 },
    { fence: "placing-pole", poles: 1, heightCm: null, toNextCm: 270 },
    { fence: "cross-pole", poles: 1, heightCm, toNextCm: null },
  ],
});
const school = (heightCm: number, rails: number, pace: JumpSchool["pace"], change: string): JumpSchool => ({
  layout: layout(heightCm),
  way: "loose",
  results: [{ at: 2, clear: 10 - rails, rails, stops: 0, runOuts: 0 }],
  straight: rails > 0 ? "right" : "straight",
  pace,
  takeOff: rails > 0 ? "close" : "right",
  landing: "left",
  change,
});
export const JUMPS: readonly { readonly horse: string; readonly offset: number; readonly school: JumpSchool }[] = [
  { horse: "Lantern Fee", offset: -19, school: school(40, 2, "rushes", "The same again, with a pole on the landing side") },
  { horse: "Lantern Fee", offset: -12, school: school(40, 0, "even", "One hole up") },
  { horse: "Lantern Fee", offset: -5, school: school(48, 0, "even", "The same height, as an upright") },
];
