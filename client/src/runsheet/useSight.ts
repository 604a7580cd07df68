import { useEffect, useMemo, useState, type RefObject } from "react";

/** The part of a scrolled thing that is in sight and around it, in pixels. It moves on in steps, so that most scrolling changes nothing. */
export interface Sight {
  top: number;
  bottom: number;
}

const step = 640;

export function useSight(scroller: RefObject<HTMLElement | null>): Sight {
  const [at, setAt] = useState({ first: 0, height: 2 * step });
  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    let height = step;
    const look = () => {
      const first = Math.floor(box.scrollTop / step);
      setAt((now) => (now.first === first && now.height === height ? now : { first, height }));
    };
    box.addEventListener("scroll", look, { passive: true });
    // The height is asked for only when it changes: while scrolling, asking for it would hold the page up.
    const sizes = new ResizeObserver(() => {
      height = Math.max(step, box.clientHeight);
      look();
    });
    sizes.observe(box);
    return () => {
      box.removeEventListener("scroll", look);
      sizes.disconnect();
    };
  }, [scroller]);
  return useMemo(() => ({ top: at.first * step - step / 2, bottom: (at.first + 1.5) * step + at.height }), [at]);
}
