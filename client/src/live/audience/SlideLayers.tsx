import { useCallback, useEffect, useRef, useState } from "react";
import { LiveVideos } from "./LiveVideos";
import type { Pictures } from "../engine/pictures";
import { SlidePicture } from "./SlidePicture";
import type { Stage } from "../engine/Stage";
import { useNow } from "../engine/useNow";

interface Layer {
  key: number;
  /** The place of the plan that is shown. */
  place: number;
  /** Whether its picture has been loaded. */
  shown: boolean;
}

/** The current slide with its videos, over the one before until its transition has ended. */
export function SlideLayers({ stage, pictures }: { stage: Stage; pictures: Pictures }) {
  const now = useNow(stage);
  const [layers, setLayers] = useState<readonly Layer[]>([]);
  const slideOf = (place: number | undefined) => stage.places[place ?? -1]?.slideId;
  const top = layers.at(-1);
  if (now.place >= 0 && top?.place !== now.place) {
    const next = { key: (top?.key ?? 0) + 1, place: now.place, shown: false };
    // A slide that is still in transition is replaced at once.
    if (slideOf(top?.place) !== slideOf(now.place)) setLayers([...layers.filter((l) => l.shown).slice(-1), next]);
    else setLayers(layers.map((l) => (l === top ? { ...l, place: now.place } : l)));
  }
  const there = useCallback(
    (key: number) => setLayers((all) => all.map((l) => (l.key === key ? { ...l, shown: true } : l))),
    [],
  );
  const covers = useCallback((key: number) => setLayers((all) => all.filter((l) => l.key >= key)), []);
  return layers.map((layer) => (
    <SlideLayer
      key={layer.key}
      stage={stage}
      layer={layer}
      pictures={pictures}
      over={layer !== layers[0]}
      there={there}
      covers={covers}
    />
  ));
}

interface LayerProps {
  stage: Stage;
  layer: Layer;
  pictures: Pictures;
  /** Whether another one is visible under it until its transition has ended. */
  over: boolean;
  /** Called with its key when its picture is loaded, and when it covers what is under it. */
  there: (key: number) => void;
  covers: (key: number) => void;
}

function SlideLayer({ stage, layer, pictures, over, there, covers }: LayerProps) {
  const element = useRef<HTMLDivElement>(null);
  const place = stage.places[layer.place];
  const slide = stage.view.show.slides.find((s) => s.id === place?.slideId);
  const comesInMs = slide?.transition.kind === "dissolve" ? slide.transition.ms : 0;
  const comes = layer.shown && over;
  const { key } = layer;
  const [missing, setMissing] = useState(false);
  const shown = useCallback(
    (had: boolean) => {
      setMissing(!had);
      there(key);
    },
    [there, key],
  );
  useEffect(() => {
    if (!comes) return;
    if (comesInMs === 0 || matchMedia("(prefers-reduced-motion: reduce)").matches) return covers(key);
    const coming = element.current?.animate([{ opacity: 0 }, { opacity: 1 }], comesInMs);
    if (coming) coming.onfinish = () => covers(key);
    return () => coming?.cancel();
  }, [comes, comesInMs, covers, key]);
  return (
    <div ref={element} className={`absolute inset-0 ${layer.shown ? "" : "invisible"}`}>
      <SlidePicture
        picture={place && pictures.get(`${place.slideId} ${place.step}`)}
        alt={slide?.title ?? ""}
        className="absolute inset-0 h-full w-full object-contain"
        shown={shown}
      />
      {missing && (
        <p className="absolute inset-0 grid place-items-center p-[5%] text-center text-[4vw] text-white">
          {slide?.title}
        </p>
      )}
      <LiveVideos stage={stage} at={layer.place} />
    </div>
  );
}
