/** A page says itself when it can be used: once every island of it is awake, `<html>` carries data-awake. Scripts that drive a page wait for it. */
import { useEffect } from "react";

let awake = 0;

/** Called by each island. Its effects run after those of everything inside it. */
export function useAwake(): void {
  useEffect(() => {
    awake += 1;
    if (awake >= document.querySelectorAll("astro-island").length) document.documentElement.dataset["awake"] = "";
  }, []);
}
