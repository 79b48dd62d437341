/**
 * False until the page is awake in the browser. What is loaded only then is not drawn by the server: a part that the server would stream later comes with
 * a script in the page, which our pages do not allow.
 */
import { useSyncExternalStore } from "react";

const never = (): (() => void) => () => undefined;
export const useHere = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
