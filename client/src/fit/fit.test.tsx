import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Schemas } from "../api/client";
import { answerGets, cue, open, sound, viewOf } from "../tests/show";
import { EditHandle } from "./EditHandle";
import { MusicStrip } from "./MusicStrip";
import { NaturalEnds } from "./NaturalEnds";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const second = 48_000;
const pad = cue("c1", "pad", { inFrame: 10 * second, outFrame: 50 * second });
const view = viewOf({ sounds: [sound("pad")], cues: [pad] });

const plain = (method: Schemas["FitMethod"]): Schemas["FitRecipe"] => ({
  method,
  joins: 0,
  forbidden: [],
  wanted: [],
  kept: [],
  endFrame: null,
});

describe("end points of music", () => {
  const fits = {
    lengthFrames: 30 * second,
    ends: [
      { frame: 38 * second, atPhrase: true },
      { frame: 36 * second, atPhrase: false },
    ],
    methods: [{ method: "shorten", recipe: plain("shorten"), fitted: { soundFrames: 26 * second } }],
  } as unknown as Schemas["FitsView"];

  it("show how early each is, and which is used", () => {
    open(view, <NaturalEnds cue={pad} fits={fits} />);
    const [first, next] = screen.getAllByRole("listitem");
    // Counted from where the part begins that is used: 28 and 26 of 30 s.
    expect(first?.textContent).toContain("0:38.0 end of a phrase, 0:02.0 early");
    expect(next?.textContent).toContain("0:36.0 quiet passage, 0:04.0 early");
    expect(screen.getByLabelText("End at 0:36.0").getAttribute("aria-pressed")).toBe("true");
  });

  it("keep the other settings of a shorten recipe", () => {
    const kept = { ...plain("shorten"), kept: [{ fromFrame: 1, toFrame: 2 }] };
    const tried = { ...fits, methods: fits.methods.map((m) => ({ ...m, recipe: kept })) };
    const { edit } = open(view, <NaturalEnds cue={{ ...pad, fit: kept }} fits={tried} />);
    fireEvent.click(screen.getByLabelText("End at 0:38.0"));
    expect(edit).toHaveBeenLastCalledWith({ kind: "setFit", cueId: "c1", fit: { ...kept, endFrame: 38 * second } });
  });
});

describe("an edit on the map", () => {
  const join = {
    atFrame: 12 * second,
    fromFrame: 20 * second,
    toFrame: 30 * second,
    percentile: 10,
    heard: "hardly" as const,
  };

  it("is moved by arrow keys to the next point of the server, or stays", async () => {
    const moved = { kind: "setFit", cueId: "c1", fit: null };
    const { edit } = open(view, <EditHandle cue={pad} index={1} at={40} framesPerShare={1000} join={join} />);
    const asked = answerGets((_, query) =>
      query?.fromFrame === 22 * second ? { data: moved } : { error: { title: "No other place is near." } },
    );
    const handle = screen.getByLabelText(/^Edit 2 at 0:12.0/);
    fireEvent.keyDown(handle, { key: "ArrowRight" });
    await waitFor(() => expect(edit).toHaveBeenCalledWith(moved));
    fireEvent.keyDown(handle, { key: "ArrowLeft" });
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(2));
    fireEvent.keyDown(handle, { key: "a" });
    expect([asked.mock.calls.length, edit.mock.calls.length]).toEqual([2, 1]);
  });

  it("cannot be dragged in a preview", () => {
    open(view, <EditHandle cue={pad} index={0} at={40} framesPerShare={1000} join={undefined} />);
    expect((screen.getByLabelText("Edit 1") as HTMLButtonElement).disabled).toBe(true);
  });
});

describe("the music strip", () => {
  const at = (element: Element, type: string, clientX: number) =>
    fireEvent(
      element,
      new PointerEvent(type, {
        clientX,
        clientY: 5,
        buttons: type === "pointerup" ? 0 : 1,
        pointerId: 1,
        bubbles: true,
      }),
    );
  const drag = (from: number, to: number) => {
    const strip = screen.getByTestId("music");
    vi.spyOn(strip, "getBoundingClientRect").mockReturnValue({ left: 100, width: 400 } as DOMRect);
    strip.setPointerCapture = vi.fn();
    at(strip, "pointerdown", from);
    at(strip, "pointermove", to);
    at(strip, "pointerup", to);
  };

  it("keeps a passage dragged in either direction, and ignores tiny drags", () => {
    const keep = vi.fn();
    open(view, <MusicStrip cue={pad} sound={sound("pad")} width={100} leftOut={[]} keep={keep} />);
    // 400 px are 40 s, from 10 s on: 200 to 260 px are 20 to 26 s.
    drag(260, 200);
    fireEvent.click(screen.getByText("Keep 0:20 to 0:26"));
    expect(keep).toHaveBeenCalledWith(20 * second, 26 * second);
    drag(200, 204);
    expect(screen.queryByText(/^Keep/)).toBeNull();
  });

  it("shows kept and removed passages", () => {
    const fit = { ...plain("recut"), kept: [{ fromFrame: 20 * second, toFrame: 30 * second }] };
    open(
      view,
      <MusicStrip cue={{ ...pad, fit }} sound={sound("pad")} width={80} leftOut={[[40, 60]]} keep={undefined} />,
    );
    expect(screen.getByTitle("Kept").style.left).toBe("25%");
    expect(screen.getByTitle("Kept").style.width).toBe("25%");
    expect(screen.getByTitle("Removed").style.width).toBe("20%");
  });
});
