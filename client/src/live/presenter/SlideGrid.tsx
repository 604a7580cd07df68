import { useState } from "react";
import { Dialog } from "../../ui/Dialog";
import { useInView } from "../../ui/useInView";
import type { Stage } from "../engine/Stage";
import { keyOf, type Picture } from "../engine/pictures";
import type { RunFiles } from "../engine/RunFiles";
import { useLoadState } from "../engine/useLoadState";
import { SlidePicture } from "../audience/SlidePicture";
import { words } from "./words";

interface Props {
  stage: Stage;
  files: RunFiles;
  close: () => void;
}

/** All slides, to go to any by its picture, or by its number and Enter. */
export function SlideGrid({ stage, files, close }: Props) {
  const [typed, setTyped] = useState("");
  useLoadState(files);
  const first = stage.places.flatMap((p, i) => (p.step === 0 ? [{ p, i }] : []));
  const go = (place: number) => {
    stage.goTo(place);
    close();
  };
  return (
    <Dialog title={words.goToSlide} close={close} wide>
      <form
        className="mb-4"
        onSubmit={(event) => {
          event.preventDefault();
          const to = first.find(({ p }) => p.number === Number(typed));
          if (to) go(to.i);
        }}
      >
        {words.slideNumber}{" "}
        <input
          className="value figures w-16 text-center"
          aria-label={words.slideNumber}
          autoFocus
          inputMode="numeric"
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />{" "}
        <button type="submit" className="btn btn-sm">
          {words.go}
        </button>
      </form>
      <ol className="grid grid-cols-4 gap-3">
        {first.map(({ p, i }) => (
          <li key={p.slideId}>
            <button type="button" className="w-full cursor-pointer text-left" onClick={() => go(i)}>
              <SmallPicture picture={files.pictures.get(keyOf(p))} isHere={stage.place()?.slideId === p.slideId} />
              <span className="line-clamp-1 text-sm">
                <b className="figures">{p.number}</b> {stage.view.show.slides.find((s) => s.id === p.slideId)?.title}
                {!files.isHereAt(i) && <span className="muted"> {words.notLoaded}</span>}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </Dialog>
  );
}

/** A small picture, decoded only while it is in view, because the show goes on meanwhile. */
function SmallPicture({ picture, isHere }: { picture: Picture | undefined; isHere: boolean }) {
  const [box, isInView] = useInView<HTMLDivElement>();
  return (
    <div
      ref={box}
      className={`bg-base-300 aspect-video w-full overflow-hidden rounded-sm ${isHere ? "outline-primary outline-3" : ""}`}
    >
      {isInView && <SlidePicture picture={picture} alt="" width={320} className="size-full object-contain" />}
    </div>
  );
}
