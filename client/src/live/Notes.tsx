import { useDrag } from "../ui/useDrag";
import { lettersFor, type Space } from "./passing/space";

interface Props {
  notes: string;
  space: Space;
  letters: number;
  setLetters: (letters: number) => void;
}

/** The notes of the slide. Their edge is drawn to make room for them: the more, the larger their letters. */
export function Notes({ notes, space, letters, setLetters }: Props) {
  const bind = useDrag<PointerEvent>(({ movement: [x, y], first, memo, last }) => {
    const from = first ? space.notes : (memo as number);
    if (!last) setLetters(lettersFor(space.upright, from - (space.upright ? y : x)));
    return from;
  });
  return (
    <section
      className={`bg-base-100 relative flex shrink-0 flex-col ${space.upright ? "line-t" : "line-l"}`}
      style={space.upright ? { height: space.notes } : { width: space.notes + 12 }}
      aria-label="Notes"
    >
      <div
        {...bind()}
        className={`hover:bg-primary absolute touch-none ${space.upright ? "inset-x-0 -top-1 h-2 cursor-row-resize" : "inset-y-0 -left-1 w-2 cursor-col-resize"}`}
        title="Draw this edge for larger or smaller notes"
        data-testid="notes-edge"
      />
      <p
        className="min-h-0 grow overflow-y-auto px-4 py-3 leading-snug whitespace-pre-wrap"
        style={{ fontSize: letters }}
        tabIndex={0}
      >
        {notes || <span className="muted text-base">No notes on this slide.</span>}
      </p>
    </section>
  );
}
