import { ArrowDown, ArrowUp, Copy, Eye, EyeOff, Trash2 } from "lucide-react";
import type { ReactNode } from "react";
import type { Slide } from "../api/client";
import { newId } from "../api/ids";
import { useOpenShow, useView } from "../show/openShow";
import { slideMove } from "../show/slideMove";
import { keysOf } from "../ui/commands";
import { IconButton } from "../ui/IconButton";
import { TextBox } from "../ui/TextBox";
import { ValueField } from "../ui/ValueField";
import { LargePicture } from "./LargePicture";
import { CardEditor } from "./CardEditor";
import { Explanation } from "./Explanation";
import { Hold } from "./Hold";
import { SectionEditor } from "./SectionEditor";
import { StepsEditor } from "./StepsEditor";
import { Topic } from "./Topic";
import { words } from "./words";

/** One or several slides. Changes apply to all of them. */
export function SlideDetails({ slides }: { slides: readonly Slide[] }) {
  const { edit } = useOpenShow();
  const slide = slides[0];
  if (!slide) return null;
  const one = slides.length === 1;
  return (
    <div data-testid="slide-details">
      {one ? (
        <>
          <LargePicture slide={slide} />
          <div className="flex items-center">
            <ValueField
              label={words.slideTitle}
              words
              value={slide.title}
              show={(title) => title}
              read={(typed) => typed.trim() || undefined}
              commit={(title) => edit({ kind: "renameSlide", slideId: slide.id, title })}
              width="100%"
            />
            <Moves slides={slides} />
          </div>
        </>
      ) : (
        <div className="flex items-center justify-between">
          <h2 className="text-lg">{words.slides(slides.length)}</h2>
          <Moves slides={slides} />
        </div>
      )}
      <Actions slides={slides} />
      <Hold slides={slides} slide={slide} />
      {one && <Explanation slide={slide} />}
      {one && slide.picture.card && slide.picture.card.kind !== "plain" && (
        <CardEditor slide={slide} card={slide.picture.card} />
      )}
      {one && (
        <>
          <StepsEditor key={slide.id} slide={slide} />
          <Topic title={words.notes}>
            <TextBox
              key={slide.id}
              label={words.notes}
              value={slide.notes}
              placeholder={words.notesHint}
              commit={(notes) => edit({ kind: "setNotes", slideId: slide.id, notes })}
            />
          </Topic>
          <SectionEditor slide={slide} />
        </>
      )}
    </div>
  );
}

/** Moves the slides without dragging. */
function Moves({ slides }: { slides: readonly Slide[] }) {
  const { edit } = useOpenShow();
  const order = useView().show.slides.map((s) => s.id);
  const ids = slides.map((s) => s.id);
  const [up, down] = [slideMove(order, ids, -1), slideMove(order, ids, 1)];
  return (
    <span className="-mr-1 flex">
      <IconButton
        className="btn-ghost btn-xs btn-square"
        label={words.moveUp}
        keys={keysOf("sheet", "moveUp")}
        off={!up}
        press={() => up && edit(up)}
      >
        <ArrowUp size={14} />
      </IconButton>
      <IconButton
        className="btn-ghost btn-xs btn-square"
        label={words.moveDown}
        keys={keysOf("sheet", "moveDown")}
        off={!down}
        press={() => down && edit(down)}
      >
        <ArrowDown size={14} />
      </IconButton>
    </span>
  );
}

/** Hide, duplicate and remove. */
function Actions({ slides }: { slides: readonly Slide[] }) {
  const { edit } = useOpenShow();
  const hidden = slides.every((s) => s.hidden);
  const ids = slides.map((s) => s.id);
  return (
    <div className="mt-1.5 mb-2.5 flex gap-1.5">
      <Action
        name={hidden ? words.show : words.hide}
        press={() => edit({ kind: "setHidden", slides: ids.map((slideId) => ({ slideId, hidden: !hidden })) })}
      >
        {hidden ? <Eye size={14} /> : <EyeOff size={14} />}
      </Action>
      <Action
        name={words.duplicate}
        press={() => edit({ kind: "duplicateSlides", copies: ids.map((of) => ({ of, id: newId() })) })}
      >
        <Copy size={14} />
      </Action>
      <Action name={words.remove} press={() => edit({ kind: "removeSlides", slideIds: ids })}>
        <Trash2 size={14} />
      </Action>
    </div>
  );
}

function Action({ name, press, children }: { name: string; press: () => void; children: ReactNode }) {
  return (
    <button type="button" className="btn btn-xs" onClick={press}>
      {children} {name}
    </button>
  );
}
