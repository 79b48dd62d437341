/** Drawn photos of the demo barn: nobody and nothing that is real. */
import sharp from "sharp";
import { SIDE_BEHIND, SIDE_LINES, SIDE_OUTLINE } from "#ui/intake/body-drawing.ts";

/** The outline of the body map, as a horse that somebody took a picture of; `flip`: from its other side. */
const horse = (coat: string, mane: string, flip: boolean): string => `
  <g transform="${flip ? "translate(900 0) scale(-1 1) " : ""}translate(130 90) scale(1.45)">
    <g fill="${mane}" stroke="#1f1b16" stroke-width="2">${SIDE_BEHIND.map((path) => `<path d="${path}"/>`).join("")}</g>
    <path d="${TAIL}" fill="none" stroke="${mane}" stroke-width="16" stroke-linecap="round"/>
    <path d="${SIDE_OUTLINE}" fill="${coat}" stroke="#1f1b16" stroke-width="2.5"/>
    <path d="${MANE}" fill="${mane}"/>
    <g fill="none" stroke="#1f1b16" stroke-width="1.6">${SIDE_LINES.map((path) => `<path d="${path}"/>`).join("")}</g>
  </g>`;
/** In the units of the outline's box. */
const TAIL = "M372 140C398 175 396 232 384 270";
const MANE = "M84 44C112 42 150 70 186 108C170 112 156 104 140 92C122 78 100 60 84 44Z";
const scene = (coat: string, mane: string, sky: string, flip: boolean): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 900 680"><rect width="900" height="680" fill="${sky}"/>
   <path d="M0 330 C160 250 330 330 520 270 S 800 250 900 290 L900 680 L0 680 Z" fill="#7f8f6a"/><path d="M0 420 C300 390 600 400 900 380 L900 680 L0 680 Z" fill="#93a36f"/>
   <path d="M0 560 L900 545 L900 680 L0 680 Z" fill="#b8a27a"/><path d="M0 430 H900 M0 478 H900 M110 402 V548 M410 402 V548 M710 402 V548" stroke="#efe9db" stroke-width="9"/>
   <ellipse cx="450" cy="622" rx="250" ry="16" fill="#8d7a57" opacity="0.6"/>${horse(coat, mane, flip)}</svg>`;

export interface DemoPhoto {
  readonly horse: string;
  /** Days from today. */
  readonly at: number;
  readonly skill: string;
  readonly words: string;
  picture(): Promise<string>;
}
const drawn = (coat: string, mane: string, sky: string, flip: boolean) => async (): Promise<string> =>
  (
    await sharp(Buffer.from(scene(coat, mane, sky, flip)))
      .jpeg({ quality: 80 })
      .toBuffer()
  ).toString("base64");
export const PHOTOS: readonly DemoPhoto[] = [
  {
    horse: "Tin Whistle",
    at: -25,
    skill: "lead",
    words: "Head high at the gate",
    picture: drawn("#8b4f2b", "#2a1d14", "#cfdde6", true),
  },
  {
    horse: "Tin Whistle",
    at: -2,
    skill: "lead",
    words: "Loose rope, head low",
    picture: drawn("#8b4f2b", "#2a1d14", "#dfe6cf", false),
  },
  {
    horse: "Second Helping",
    at: -16,
    skill: "stand",
    words: "Ready to go",
    picture: drawn("#5a4636", "#33261b", "#d9e2e8", false),
  },
];
