/**
 * The drawing of the body map: our own outline in right proportions, the left side with the head to the left; the right side is its mirror. Points are in
 * hundredths of the head's length, y up from the ground under the point of the shoulder; what is drawn is in units of the view box.
 */
export const SIDE_BOX = { width: 430, height: 380 } as const;
/** Two whole figures: from the front, and from behind. */
export const FRONT_BOX = { width: 280, height: 380 } as const;

type Point = readonly [x: number, y: number, corner: boolean];
/** 'x,y' a point; a 'c' behind it: a corner. */
const points = (text: string): readonly Point[] =>
  text
    .trim()
    .split(/\s+/)
    .map((one) => {
      const [x, y] = one.replace("c", "").split(",").map(Number) as [number, number];
      return [x, y, one.endsWith("c")];
    });
const round = (n: number): string => n.toFixed(1);
/** A smooth curve through all points (Catmull-Rom, handles one sixth), straight into corners. `place`: from points to the view box. */
function smooth(all: readonly Point[], place: (x: number, y: number) => readonly [number, number], closed = false): string {
  const count = all.length;
  const at = (i: number): Point => (closed ? all[(i + count) % count] : all[Math.max(0, Math.min(count - 1, i))]) as Point;
  const say = (x: number, y: number): string => place(x, y).map(round).join(" ");
  const first = at(0);
  const curves = Array.from({ length: closed ? count : count - 1 }, (_, i) => {
    const [before, from, to, after] = [at(i - 1), at(i), at(i + 1), at(i + 2)];
    const one = from[2] ? from : ([from[0] + (to[0] - before[0]) / 6, from[1] + (to[1] - before[1]) / 6] as const);
    const two = to[2] ? to : ([to[0] - (after[0] - from[0]) / 6, to[1] - (after[1] - from[1]) / 6] as const);
    return `C${say(one[0], one[1])} ${say(two[0], two[1])} ${say(to[0], to[1])}`;
  });
  return `M${say(first[0], first[1])}${curves.join("")}${closed ? "Z" : ""}`;
}

const GROUND = 362;
const onSide = (x: number, y: number): readonly [number, number] => [x + 130, GROUND - y];
const side = (text: string, closed = false): string => smooth(points(text), onSide, closed);
const shifted = (text: string, by: number): string => smooth(points(text), (x, y) => onSide(x + by, y));

const FORE = "73,132 65,118 60,98 62,83 57,66 57,50 60,34 52,19 52,0c 20,0c 28,17 41,33 43,50 39,78 37,100 33,116 22,130";
const HIND = "253,101c 247,86 245,64 248,36 239,20 239,0c 207,0c 216,17 229,36 231,60 229,86 222,106 205,128 187,144";
export const SIDE_OUTLINE = side(
  `-48,317 -30,314c -8,306 26,285 56,262 78,251 100,244 130,238 158,242 186,248 218,241 241,224 251,203 248,176 241,151 243,127
   ${HIND} 176,154 148,140 110,131 ${FORE} 8,143 0,158 0,172 1,186 -9,210 -17,238 -24,258 -30,270c -40,260 -54,252 -76,244
   -90,233 -98,226 -107,228 -112,240 -107,252 -95,270 -80,289 -66,308 -59,318c -63,332 -55,346c -47,334 -47,320c`,
  true,
);
/** Behind the outline: the far legs and the tail. */
export const SIDE_BEHIND: readonly string[] = [
  shifted(FORE, -19),
  shifted(HIND, -25),
  side("242,226 258,224 272,202 277,165 272,122 262,85c 256,112 257,150 255,178 249,204"),
];
/** Within it: jaw, eye, nostril, mouth, elbow, stifle, coronets. */
export const SIDE_LINES: readonly string[] = [
  side("-31,272 -33,286 -42,297 -50,299"),
  side("-73,291 -69,294 -65,290 -70,288", true),
  side("-104,240 -101,244 -98,241"),
  side("-109,233 -101,233 -95,236"),
  side("73,132 64,141 52,146"),
  side("187,144 197,152 203,168 201,182"),
  side("27,17 40,19 52,18"),
  side("215,17 228,19 240,18"),
  side("-28,312 0,290 30,272 58,256"),
];

const half = (centre: number, text: string): string => {
  const right = points(text);
  const both = [...right, ...[...right].reverse().map(([x, y, corner]): Point => [-x, y, corner])];
  return smooth(both, (x, y) => [centre + x, GROUND - y], true);
};
const mirrored = (centre: number, text: string): readonly string[] =>
  [1, -1].map((sign) => smooth(points(text), (x, y) => [centre + sign * x, GROUND - y]));
const [FROM_FRONT, FROM_BEHIND] = [72, 208];
/** Legs, chest and barrel; the head before them. */
export const FRONT_OUTLINES: readonly string[] = [
  half(
    FROM_FRONT,
    "0,262 20,256 31,234 39,206 47,184 49,160 45,140 38,122 31,104 27,84 25,62 25,36 29,18 31,0c 9,0c 12,18 12,36 11,62 11,84 10,106 8,128 0,138",
  ),
  half(FROM_FRONT, "0,320 7,319 9,334 14,346c 20,333 18,316 19,300 18,286 15,266 12,248 13,236 11,224 0,220"),
  half(
    FROM_BEHIND,
    "0,252 18,250 36,242 47,224 49,198 48,172 44,148 36,128 28,114 26,100 23,80 22,56 23,36 27,18 29,0c 8,0c 11,18 11,36 12,60 11,82 11,100 10,122 7,142 0,154",
  ),
];
export const FRONT_LINES: readonly string[] = [
  ...mirrored(FROM_FRONT, "15,288 11,291 9,286"),
  ...mirrored(FROM_FRONT, "8,236 5,239 4,234"),
  ...mirrored(FROM_FRONT, "30,186 20,176 8,178"),
  ...mirrored(FROM_FRONT, "10,18 20,20 30,18"),
  ...mirrored(FROM_BEHIND, "9,18 18,20 28,18"),
  ...mirrored(FROM_BEHIND, "34,186 26,170 14,160"),
];
export const TAIL_LINE = half(FROM_BEHIND, "0,240 6,236 9,212 11,176 10,136 6,104 0,85");

const spots = (
  at: Readonly<Record<string, readonly [number, number]>>,
  place: (x: number, y: number) => readonly [number, number],
) => Object.fromEntries(Object.entries(at).map(([zone, [x, y]]) => [zone, place(x, y)]));
/** Where each zone is touched, in units of the view box; none nearer to another than 42, so that a finger meets one. */
export const SIDE_SPOTS: Readonly<Record<string, readonly [number, number]>> = spots(
  {
    ears: [-52, 306],
    cheek: [-66, 262],
    neck: [14, 262],
    shoulder: [28, 200],
    withers: [74, 236],
    back: [122, 222],
    loin: [164, 226],
    croup: [222, 214],
    girth: [70, 150],
    ribs: [112, 176],
    belly: [136, 140],
    flank: [178, 180],
    "front-leg": [50, 98],
    "front-foot": [40, 10],
    "hind-leg": [232, 120],
    "hind-foot": [226, 10],
  },
  onSide,
);
export const FRONT_SPOTS: Readonly<Record<string, readonly [number, number]>> = {
  forehead: [FROM_FRONT, GROUND - 298],
  muzzle: [FROM_FRONT, GROUND - 230],
  chest: [FROM_FRONT, GROUND - 172],
  tail: [FROM_BEHIND, GROUND - 196],
};
