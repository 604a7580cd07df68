import { cleanup, render } from "@testing-library/react";
import { act } from "react";
import { afterEach, expect, it, vi } from "vitest";
import { ChunkPlayer } from "../hearing/ChunkPlayer";
import { slide, viewOf } from "../tests/show";
import { evenHeight, layRows, timesOf } from "../strands/layout";
import { Playhead } from "./Playhead";

afterEach(cleanup);

const rowsOf = (slides: number) => {
  const { show, runningOrder } = viewOf({ slides: Array.from({ length: slides }, (_, n) => slide(n + 1)) });
  return layRows(timesOf(show.slides, runningOrder), "slide");
};

it("scrolls to a selected row, and keeps its position when an edit moves rows", () => {
  const box = { scrollTop: 0, clientHeight: 4 * evenHeight, scrollTo: vi.fn() };
  const scroller = { current: box as unknown as HTMLDivElement };
  const player = new ChunkPlayer(() => Promise.resolve("end"));
  const { rerender } = render(<Playhead rows={rowsOf(20)} player={player} scroller={scroller} />);
  // Slides of four seconds: the third is in sight, the fifteenth is not.
  act(() => player.seek(2 * 4 * 48_000));
  expect(box.scrollTo).not.toHaveBeenCalled();
  act(() => player.seek(14 * 4 * 48_000));
  expect(box.scrollTo).toHaveBeenCalledTimes(1);
  expect(box.scrollTo.mock.lastCall?.[0]).toMatchObject({ top: (14 - 4 / 3) * evenHeight });

  rerender(<Playhead rows={rowsOf(12)} player={player} scroller={scroller} />);
  expect(box.scrollTo).toHaveBeenCalledTimes(1);
});
