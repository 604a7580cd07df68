import { useState } from "react";
import { Dialog } from "../../ui/Dialog";
import type { Stage } from "../engine/Stage";
import type { Pictures } from "../engine/pictures";
import { SlidePicture } from "../audience/SlidePicture";

interface Props {
  stage: Stage;
  pictures: Pictures["had"];
  close: () => void;
}

/** All slides, to go to any: by its picture, or by its number and Enter. */
export function SlideGrid({ stage, pictures, close }: Props) {
  const [typed, setTyped] = useState("");
  const first = stage.places.flatMap((p, i) => (p.step === 0 ? [{ p, i }] : []));
  const go = (place: number) => {
    stage.goTo(place);
    close();
  };
  return (
    <Dialog title="Go to a slide" close={close} wide>
      <form
        className="mb-4"
        onSubmit={(event) => {
          event.preventDefault();
          const to = first.find(({ p }) => p.number === Number(typed));
          if (to) go(to.i);
        }}
      >
        Slide number{" "}
        <input
          className="value figures w-16 text-center"
          aria-label="Slide number"
          autoFocus
          inputMode="numeric"
          value={typed}
          onChange={(event) => setTyped(event.currentTarget.value)}
        />{" "}
        <button type="submit" className="btn btn-sm">
          Go
        </button>
      </form>
      <ol className="grid grid-cols-4 gap-3">
        {first.map(({ p, i }) => (
          <li key={p.slideId}>
            <button type="button" className="w-full cursor-pointer text-left" onClick={() => go(i)}>
              <SlidePicture
                picture={pictures.get(`${p.slideId} 0`)}
                alt=""
                width={320}
                className={`aspect-video w-full rounded-sm object-contain ${stage.place()?.slideId === p.slideId ? "outline-primary outline-3" : ""}`}
              />
              <span className="line-clamp-1 text-sm">
                <b className="figures">{p.number}</b> {stage.view.show.slides.find((s) => s.id === p.slideId)?.title}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </Dialog>
  );
}
