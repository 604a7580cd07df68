import { startTransition, useEffect, useMemo, useState, type RefObject } from "react";

/** The part of a scrolled thing that is in sight and around it, in pixels. It moves on in steps, so that most scrolling changes nothing. */
export interface VisibleRange {
  top: number;
  bottom: number;
}

// Six rows: few enough to be drawn in a moment, and so seldom that most pictures have none to draw.
const step = 480;
const beyond = 480;
const leastHeight = 640;

export function useVisibleRange(scroller: RefObject<HTMLElement | null>): VisibleRange {
  // First what can be in sight at all; what lies around it when that has been drawn.
  const [at, setAt] = useState({ first: 0, height: window.innerHeight - step, around: 0 });
  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    let height = leastHeight;
    const look = () => {
      const first = Math.floor(box.scrollTop / step);
      // Drawn when there is time: what lies beyond is there already.
      startTransition(() =>
        setAt((now) =>
          now.first === first && now.height === height && now.around ? now : { first, height, around: beyond },
        ),
      );
    };
    box.addEventListener("scroll", look, { passive: true });
    // The height is asked for only when it changes: while scrolling, asking for it would hold the page up.
    const sizes = new ResizeObserver(() => {
      height = Math.max(leastHeight, box.clientHeight);
      look();
    });
    sizes.observe(box);
    return () => {
      box.removeEventListener("scroll", look);
      sizes.disconnect();
    };
  }, [scroller]);
  return useMemo(
    () => ({ top: at.first * step - at.around, bottom: (at.first + 1) * step + at.height + at.around }),
    [at],
  );
}
