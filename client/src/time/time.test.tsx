import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { answerGets, open, viewOf } from "../tests/show";
import { over } from "./over";
import { RunningTime } from "./RunningTime";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const total = viewOf().runningOrder.slides.at(-1)?.endFrame ?? 0;
const totalMs = total / 48;

describe("the running time", () => {
  it("is shown beside its target", () => {
    expect(over(viewOf())).toBeUndefined();
    expect(over(viewOf({ targetMs: totalMs }))).toEqual({ frames: 0, text: "on target" });
    expect(over(viewOf({ targetMs: totalMs - 1500 }))?.text).toBe("0:01.5 over");
    expect(over(viewOf({ targetMs: totalMs + 61_000 }))?.text).toBe("1:01.0 under");
  });

  it("has a target, and can be distributed over the slides", async () => {
    const edit = { kind: "setHolds" as const, holds: [{ slideId: "s1", holdMs: 9000 }] };
    const asked = answerGets((_, query) => {
      if (query?.leastMs === 90_000) return { error: { title: "The slides cannot be that long." } };
      return {
        data: {
          slides: [
            { slideId: "s1", number: 1, beforeMs: 4000, afterMs: 9000, locked: false },
            { slideId: "s2", number: 2, beforeMs: 4000, afterMs: 4000, locked: true },
          ],
          edit,
        },
      };
    });
    const shown = open(viewOf({ targetMs: 60_000 }), <RunningTime />);
    fireEvent.click(screen.getByRole("button"));
    const aim = await screen.findByLabelText("Target running time");
    expect((aim as HTMLInputElement).value).toBe("1:00.0");
    fireEvent.change(aim, { target: { value: "2:30" } });
    fireEvent.keyDown(aim, { key: "Enter" });
    expect(shown.edit).toHaveBeenLastCalledWith({ kind: "setTarget", targetMs: 150_000 });
    fireEvent.change(aim, { target: { value: "" } });
    fireEvent.keyDown(aim, { key: "Enter" });
    expect(shown.edit).toHaveBeenLastCalledWith({ kind: "setTarget", targetMs: null });
    expect(asked).toHaveBeenCalled();
    fireEvent.click(await screen.findByText("Apply these holds"));
    expect(shown.edit).toHaveBeenLastCalledWith(edit);
    expect(screen.getAllByText(/locked/i).length).toBe(2);
    const least = screen.getByLabelText("Shortest hold");
    fireEvent.change(least, { target: { value: "90" } });
    fireEvent.keyDown(least, { key: "Enter" });
    expect(await screen.findByText("The slides cannot be that long.")).toBeTruthy();
    fireEvent.click(screen.getByText("Clear limits"));
    expect(await screen.findByText("Apply these holds")).toBeTruthy();
  });
});
