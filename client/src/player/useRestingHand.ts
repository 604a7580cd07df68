import { useCallback, useEffect, useRef, useState } from "react";

const restMs = 3000;

/** Whether the pointer has been still for some seconds, and a handler for its movement. */
export function useRestingHand(): readonly [boolean, () => void] {
  const [resting, setResting] = useState(false);
  const timer = useRef(0);
  const rest = useCallback(() => {
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => setResting(true), restMs);
  }, []);
  const wake = useCallback(() => {
    setResting(false);
    rest();
  }, [rest]);
  useEffect(() => {
    rest();
    document.addEventListener("keydown", wake);
    return () => {
      document.removeEventListener("keydown", wake);
      window.clearTimeout(timer.current);
    };
  }, [wake, rest]);
  return [resting, wake];
}
