import { useRef, type RefObject } from "react";
import type { ChunkPlayer } from "../hearing/ChunkPlayer";
import { useEachFrame } from "../hearing/usePlayer";
import { rowAt, yOf, type Row } from "../strands/layout";

interface Props {
  rows: readonly Row[];
  player: ChunkPlayer;
  scroller: RefObject<HTMLDivElement | null>;
}

/** The line that moves down the sheet during playback; its row is kept in view. */
export function Playhead({ rows, player, scroller }: Props) {
  const line = useRef<HTMLDivElement>(null);
  const glow = useRef<HTMLDivElement>(null);
  const last = useRef({ frame: -1, at: -1, playing: false });
  const lit = useRef<Row>(undefined);
  useEachFrame(player, (frame) => {
    const y = yOf(rows, frame);
    const at = rowAt(rows, y);
    const row = rows[at];
    if (!line.current || !glow.current || !row) return;
    line.current.style.transform = `translateY(${y}px)`;
    // Unchanged values are not written again: that would cause layout and painting sixty times a second.
    if (lit.current !== row) {
      lit.current = row;
      line.current.dataset.at = String(row.number);
      glow.current.style.transform = `translateY(${row.top}px)`;
      glow.current.style.height = `${row.height}px`;
    }
    // During playback each row as it comes; otherwise only after a seek, because edits move rows too.
    const [playing, before] = [player.playing(), last.current];
    const came = at !== before.at && (playing || frame !== before.frame);
    if (came || (playing && !before.playing)) keepInSight(scroller.current, row);
    last.current = { frame, at, playing };
  });
  return (
    <>
      <div
        ref={glow}
        className="bg-accent pointer-events-none absolute inset-x-0 top-0 opacity-10"
        aria-hidden="true"
      />
      <div
        ref={line}
        data-testid="playhead"
        className="pointer-events-none absolute inset-x-0 top-0 z-10 h-px bg-current will-change-transform"
        aria-hidden="true"
      >
        <div className="absolute -top-1 -left-1 size-2.5 rounded-full bg-current" />
      </div>
    </>
  );
}

function keepInSight(scroller: HTMLDivElement | null, row: Row) {
  if (!scroller) return;
  const head = 28;
  if (row.top < scroller.scrollTop) scroller.scrollTo({ top: row.top, behavior: "smooth" });
  else if (row.top + row.height + head > scroller.scrollTop + scroller.clientHeight)
    scroller.scrollTo({ top: row.top - scroller.clientHeight / 3, behavior: "smooth" });
}
