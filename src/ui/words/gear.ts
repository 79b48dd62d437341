/** What a horse wears, in words. */

import { type KnownTack, ownOf, type Tack } from "#core/card/gear.ts";
import { inWords, t } from "#ui/words/speak.ts";
import { inner, listed, outer } from "./figures.ts";

const TACK: Readonly<Record<KnownTack, string>> = inWords(
  {
    "rope-halter": "Rope halter",
    "web-halter": "Web halter",
    cavesson: "Cavesson",
    "side-pull": "Side pull",
    bosal: "Bosal",
    "bit-carried": "Bit carried under the halter",
    "one-rein": "Bit with one rein, one on the halter",
    snaffle: "Snaffle",
    "second-bit": "Second bit",
    pad: "Pad",
    surcingle: "Surcingle",
    "bareback-pad": "Bareback pad",
    saddle: "Saddle",
    "back-girth-carried": "Back girth carried loose",
    "back-girth-snug": "Back girth snug",
    "back-girth-moved": "Back girth, moved out at walk and trot",
    "front-boots": "Front boots",
    "hind-boots": "Hind boots",
    "bell-boots": "Bell boots",
    wraps: "Wraps",
    "side-reins": "Side reins",
    martingale: "Martingale",
    "fly-bonnet": "Fly bonnet",
  },
  "gear",
);
export const sayTack = (tack: Tack): string => ownOf(tack)?.words ?? TACK[tack as KnownTack];
/** 'rope halter, saddle and front boots' */
export const sayGear = (tack: readonly Tack[]): string => listed(tack.map((one) => inner(sayTack(one))));
/** Of a change that answers a question; a back is never bare then. */
export const sayMouthOrBack = (tack: readonly Tack[]): string => (tack.length > 0 ? outerGear(tack) : t("Nothing in the mouth"));
/** The same to begin a sentence. */
export const outerGear = (tack: readonly Tack[]): string => outer(sayGear(tack));
