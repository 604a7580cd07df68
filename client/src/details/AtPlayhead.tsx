import { useState } from "react";
import { useEachFrame } from "../hearing/usePlayer";
import { slideAt } from "../strands/layout";
import { useOpenShow, useView } from "../show/openShow";
import { Explanation } from "./Explanation";
import { LargePicture } from "./LargePicture";
import { words } from "./words";

/** What plays on the slide at the play position, and why. Shown while nothing is selected. */
export function AtPlayhead() {
  const view = useView();
  const { player } = useOpenShow();
  const order = view.runningOrder.slides;
  const [at, setAt] = useState<string>();
  useEachFrame(player, (frame) => setAt(slideAt(order, frame)?.slideId));
  const time = order.find((s) => s.slideId === at);
  const slide = time && view.show.slides[time.index];
  if (!slide) return null;
  return (
    <section className="mt-7">
      <h2 className="mb-3 text-base">{words.slideNumber(time.number, slide.title)}</h2>
      <LargePicture slide={slide} />
      <Explanation slide={slide} />
    </section>
  );
}
