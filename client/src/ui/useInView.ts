import { useEffect, useRef, useState } from "react";

/** How far beyond the edge something counts as in view, so that it is ready when it is scrolled to. */
const margin = "200px";

/** Whether an element is in view, or nearly; for content that is expensive to draw or load. */
export function useInView<E extends Element>() {
  const ref = useRef<E>(null);
  const [isInView, setInView] = useState(false);
  useEffect(() => {
    if (!ref.current) return;
    const observer = new IntersectionObserver(([entry]) => setInView(entry?.isIntersecting ?? false), {
      rootMargin: margin,
    });
    observer.observe(ref.current);
    return () => observer.disconnect();
  }, []);
  return [ref, isInView] as const;
}
