import { act, cleanup, screen } from "@testing-library/react";
import { Profiler } from "react";
import { afterEach, expect, it, vi } from "vitest";
import { ImportPanel } from "../imports/ImportPanel";
import { Sheet } from "../runsheet/Sheet";
import { SoundList } from "../sounds/SoundList";
import { cue, open, sound, viewOf } from "../tests/show";

afterEach(cleanup);

it("redraws only an upload's progress", () => {
  const redrawn = new Map<string, number>();
  const count = (id: string) => redrawn.set(id, (redrawn.get(id) ?? 0) + 1);
  const view = viewOf({ sounds: [sound("pad")], cues: [cue("c1", "pad")] });
  const { state } = open(
    view,
    <>
      <Profiler id="sheet" onRender={count}>
        <Sheet selection={undefined} select={vi.fn()} drop={vi.fn()} drafted={undefined} panels={null} />
      </Profiler>
      <Profiler id="sounds" onRender={count}>
        <SoundList selected={undefined} select={vi.fn()} selectCue={vi.fn()} place={vi.fn()} />
      </Profiler>
      <Profiler id="uploads" onRender={count}>
        <ImportPanel slideId={undefined} />
      </Profiler>
    </>,
  );
  redrawn.clear();
  for (const fraction of [0.1, 0.2, 0.3])
    act(() => state.setState({ uploads: [{ id: 1, name: "reel.mp3", fraction, stop: vi.fn() }] }));
  expect(screen.getByText("reel.mp3")).toBeTruthy();
  expect([...redrawn]).toEqual([["uploads", 3]]);
});
