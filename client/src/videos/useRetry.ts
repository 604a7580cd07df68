import { useCallback, useEffect, useRef, type RefObject } from "react";

const againMs = 3000;

/** Loads a video again after a while, because its browser version may still be being made. */
export function useRetry(element: RefObject<HTMLVideoElement | null>) {
  const timer = useRef(0);
  useEffect(() => () => window.clearTimeout(timer.current), []);
  return useCallback(() => {
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => element.current?.load(), againMs);
  }, [element]);
}
