import { t } from "#ui/words/speak.ts";
/** 'Round pens', or 'Round pens, then Arena'. */
export const sayPlaces = (place: string, then: string | null): string =>
  then === null ? place : t("{place}, then {then}", { place, then });
