import { useEffect, useRef } from "react";
import { onWrites } from "./writes.ts";

/** Calls `heard` after each write in the barn, while the page is in sight. */
export function useWrites(heard: () => void): void {
  const latest = useRef(heard);
  useEffect(() => {
    latest.current = heard;
  }, [heard]);
  useEffect(() => onWrites(() => latest.current()), []);
}
