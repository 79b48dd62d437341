/** What happened: gaits and gear, signs, incidents, firsts, a photo or a clip. */

import { later } from "#ui/kit/later.tsx";
import { t } from "#ui/words/speak.ts";
import { Firsts } from "./Firsts.tsx";
import { Gear } from "./Gear.tsx";
import { Incidents } from "./Incidents.tsx";
import type { Part } from "./part.ts";
import { Signs } from "./Signs.tsx";
import { Unfolded } from "./Unfolded.tsx";

// eslint-disable-next-line no-restricted-syntax -- a neighbour in this very folder; no fence lies between
const CardMedia = later(async () => (await import("./CardMedia.tsx")).CardMedia);

export function Happened({ me, ...part }: Part & { readonly me: string }) {
  return (
    <>
      <Gear {...part} />
      <Signs {...part} />
      <Incidents {...part} />
      <Firsts {...part} />
      <Unfolded title={t("Photo or clip")}>
        <CardMedia {...part} me={me} />
      </Unfolded>
    </>
  );
}
