import { startTransition, useEffect, useMemo, useState, type RefObject } from "react";

/** The visible part of a scrolled element with a margin, in pixels. It changes in steps, so that most scrolling changes nothing. */
export interface VisibleRange {
  top: number;
  bottom: number;
}

// Six rows: few enough to render quickly, and enough that most frames have nothing to render.
const step = 480;
const beyond = 480;
const leastHeight = 640;

export function useVisibleRange(scroller: RefObject<HTMLElement | null>): VisibleRange {
  // First only what is visible; the margin is rendered after that.
  const [at, setAt] = useState({ first: 0, height: window.innerHeight - step, around: 0 });
  useEffect(() => {
    const box = scroller.current;
    if (!box) return;
    let height = leastHeight;
    const look = () => {
      const first = Math.floor(box.scrollTop / step);
      // Rendered when there is time, because it is not visible yet.
      startTransition(() =>
        setAt((now) =>
          now.first === first && now.height === height && now.around ? now : { first, height, around: beyond },
        ),
      );
    };
    box.addEventListener("scroll", look, { passive: true });
    // The height is read only when it changes: reading it while scrolling would force layout.
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
