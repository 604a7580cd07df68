import { useLayoutEffect, useRef, useState } from "react";

/** The size of a part of the page, in pixels, as it changes. */
export function useSize<E extends HTMLElement>() {
  const box = useRef<E>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = box.current;
    if (!element) return;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [box, size] as const;
}
