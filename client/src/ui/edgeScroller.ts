/** The distance from an edge at which scrolling begins, and the speed at the edge itself, in pixels and pixels per second. */
const near = 40;
const fastest = 900;

/**
 * Scrolls the container of an element up or down while the pointer is near its edge, and nearer than at first. Reports by how
 * many pixels.
 * @returns A function that ends it.
 */
export function edgeScroller(inside: Element, scrolled: (dy: number) => void): () => void {
  const scroller = scrollerAround(inside);
  if (!scroller) return () => undefined;
  let [startY, y]: [number | undefined, number] = [undefined, 0];
  let before = performance.now();
  let request = 0;
  const onMove = (event: PointerEvent) => {
    y = event.clientY;
    startY ??= y;
  };
  const step = (now: number) => {
    const seconds = (now - before) / 1000;
    before = now;
    const speed = speedAt(y, scroller.getBoundingClientRect());
    if (startY !== undefined && speed * (y - startY) > 0) {
      const top = scroller.scrollTop;
      scroller.scrollTop += seconds * speed;
      const dy = scroller.scrollTop - top;
      if (dy !== 0) scrolled(dy);
    }
    request = requestAnimationFrame(step);
  };
  window.addEventListener("pointermove", onMove, { capture: true });
  request = requestAnimationFrame(step);
  return () => {
    window.removeEventListener("pointermove", onMove, { capture: true });
    cancelAnimationFrame(request);
  };
}

/** Pixels per second at a height of the screen; negative upwards. */
function speedAt(y: number, { top, bottom }: DOMRect): number {
  const beyond = y < top + near ? y - top - near : y > bottom - near ? y - bottom + near : 0;
  return (fastest * Math.max(-near, Math.min(near, beyond))) / near;
}

function scrollerAround(inside: Element): Element | undefined {
  for (let at = inside.parentElement; at; at = at.parentElement)
    if (at.scrollHeight > at.clientHeight && /auto|scroll/.test(getComputedStyle(at).overflowY)) return at;
  return undefined;
}
