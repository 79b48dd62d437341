/** Drawn photos of the demo barn: nobody and nothing that is real. */
import sharp from "sharp";

const horse = (head: number, coat: string): string => `
  <g transform="translate(180 210)" fill="${coat}" stroke="#1f1b16" stroke-width="5">
    <path d="M60 190 C60 120 120 90 220 95 C320 85 420 90 450 150 C465 190 455 220 450 250 L455 420 L420 420 L410 280 C340 300 240 300 170 285 L165 420 L130 420 L125 260 C80 240 62 225 60 190 Z"/>
    <path d="M70 185 C40 150 20 ${120 + head} -30 ${90 + head} L-95 ${150 + head} C-110 ${170 + head} -95 ${190 + head} -70 ${180 + head} L-20 ${165 + head} C10 190 40 220 75 230 Z"/>
    <path d="M450 150 C500 170 500 260 480 330" fill="none" stroke-width="14"/>
  </g>`;
const scene = (head: number, coat: string, sky: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 900 680"><rect width="900" height="680" fill="${sky}"/>
   <path d="M0 360 C200 320 500 340 900 300 L900 680 L0 680 Z" fill="#8a9a6b"/><path d="M0 560 L900 540 L900 680 L0 680 Z" fill="#b8a27a"/>
   <path d="M0 430 H900 M0 470 H900 M120 400 V520 M420 400 V520 M720 400 V520" stroke="#f4efe4" stroke-width="9"/>${horse(head, coat)}</svg>`;

export interface DemoPhoto {
  readonly horse: string;
  /** Days from today. */
  readonly at: number;
  readonly skill: string;
  readonly words: string;
  picture(): Promise<string>;
}
const drawn = (head: number, coat: string, sky: string) => async (): Promise<string> =>
  (
    await sharp(Buffer.from(scene(head, coat, sky)))
      .jpeg({ quality: 80 })
      .toBuffer()
  ).toString("base64");
export const PHOTOS: readonly DemoPhoto[] = [
  { horse: "Tin Whistle", at: -25, skill: "lead", words: "Head high at the gate", picture: drawn(-90, "#8b4f2b", "#cfdde6") },
  { horse: "Tin Whistle", at: -2, skill: "lead", words: "Loose rope, head low", picture: drawn(30, "#8b4f2b", "#dfe6cf") },
  { horse: "Second Helping", at: -16, skill: "stand", words: "Ready to go", picture: drawn(0, "#5a4636", "#d9e2e8") },
];
