import { useRef } from "react";
import { useDragValue } from "../../ui/useDragValue";
import { lettersFor, type Space } from "./timeline/space";
import { words } from "./words";

interface Props {
  notes: string;
  space: Space;
  letters: number;
  setLetters: (letters: number) => void;
}

/** The notes of the slide. Dragging their edge changes their width and, with it, the size of the letters. */
export function Notes({ notes, space, letters, setLetters }: Props) {
  // Their width when the drag began.
  const before = useRef(0);
  const { bind } = useDragValue({
    valueAt: ({ x, y, startX, startY }) =>
      lettersFor(space.upright, before.current - (space.upright ? y - startY : x - startX)),
    start: () => {
      before.current = space.notes;
    },
    change: setLetters,
    commit: setLetters,
  });
  return (
    <section
      className={`bg-base-100 flex shrink-0 flex-col ${space.upright ? "line-t sticky left-0" : "line-l relative"}`}
      style={space.upright ? { height: space.notes } : { width: space.notes + 12 }}
      aria-label={words.notes}
    >
      <div
        {...bind()}
        className={`hover:bg-primary absolute touch-none ${space.upright ? "inset-x-0 -top-1 h-2 cursor-row-resize" : "inset-y-0 -left-1 w-2 cursor-col-resize"}`}
        title={words.notesEdge}
        data-testid="notes-edge"
      />
      <p
        className="min-h-0 grow overflow-y-auto px-4 py-3 leading-snug whitespace-pre-wrap"
        style={{ fontSize: letters }}
        tabIndex={0}
      >
        {notes || <span className="muted text-base">{words.noNotes}</span>}
      </p>
    </section>
  );
}
