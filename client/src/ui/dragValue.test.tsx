import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { EditingContext } from "./editing";
import { useDragValue } from "./useDragValue";

afterEach(cleanup);

const commit = vi.fn();
const press = vi.fn();
const nudge = vi.fn();

/** A handle that is dragged sideways, by tens. */
function Handle() {
  const { held, bind } = useDragValue<number, string>({
    valueAt: ({ x, startX }) => (x < 0 ? undefined : Math.round((x - startX) / 10) * 10),
    commit,
    press: (_, arg) => press(arg),
    nudge,
  });
  return (
    <button type="button" {...bind("one")}>
      {held ? `${held.arg}: ${held.value}` : "at rest"}
    </button>
  );
}

const at = (clientX: number) => ({ pointerId: 1, buttons: 1, clientX, clientY: 50 });

/** Takes hold of the handle at 100, and carries it to some places. */
function carry(...places: number[]) {
  vi.clearAllMocks();
  HTMLElement.prototype.setPointerCapture = vi.fn();
  render(<Handle />);
  const handle = screen.getByRole("button");
  fireEvent.pointerDown(handle, at(100));
  for (const x of places) fireEvent.pointerMove(handle, at(x));
  return { handle, release: (x: number) => fireEvent.pointerUp(handle, { ...at(x), buttons: 0 }) };
}

it("shows the value while dragging, and makes one edit on release", () => {
  const { handle, release } = carry(120, 144);
  expect(handle.textContent).toBe("one: 40");
  expect(commit).not.toHaveBeenCalled();
  release(144);
  expect(commit.mock.calls).toEqual([[40, "one"]]);
  expect(handle.textContent).toBe("at rest");
  expect(press).not.toHaveBeenCalled();
});

it("cancels on Escape, and without a value", async () => {
  const heard = vi.fn();
  window.addEventListener("keydown", heard);
  const { handle, release } = carry(144);
  fireEvent.keyDown(handle, { key: "Escape" });
  await vi.waitFor(() => expect(handle.textContent).toBe("at rest"));
  release(144);
  expect(heard).not.toHaveBeenCalled();
  // Once it is over, Escape is again what it was.
  fireEvent.keyDown(handle, { key: "Escape" });
  expect(heard).toHaveBeenCalledTimes(1);
  window.removeEventListener("keydown", heard);
  cleanup();

  const beyond = carry(144, -20);
  expect(beyond.handle.textContent).toBe("at rest");
  beyond.release(-20);
  expect(commit).not.toHaveBeenCalled();
});

it("ignores a press without movement", () => {
  carry().release(100);
  expect(press.mock.calls).toEqual([["one"]]);
  expect(commit).not.toHaveBeenCalled();
});

it("is moved by arrow keys, further with Shift", () => {
  const { handle } = carry();
  fireEvent.keyDown(handle, { key: "ArrowLeft" });
  fireEvent.keyDown(handle, { key: "ArrowDown", shiftKey: true });
  expect(nudge.mock.calls).toEqual([
    [{ x: -1, y: 0, large: false }, "one"],
    [{ x: 0, y: 1, large: true }, "one"],
  ]);
});

it("edits the value from the start of the drag", () => {
  const order: string[] = [];
  commit.mockImplementation(() => order.push("commit"));
  render(
    <EditingContext
      value={() => {
        order.push("begin");
        return (make) => {
          make();
          order.push("end");
          return Promise.resolve();
        };
      }}
    >
      <Handle />
    </EditingContext>,
  );
  const handle = screen.getByRole("button");
  fireEvent.pointerDown(handle, at(100));
  fireEvent.pointerMove(handle, at(144));
  fireEvent.pointerUp(handle, { ...at(144), buttons: 0 });
  commit.mockReset();
  expect(order).toEqual(["begin", "commit", "end"]);
});
