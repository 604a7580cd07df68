import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { EditingContext } from "./editing";
import { Select, LevelField, MsField } from "./fields";
import { TextBox } from "./TextBox";
import { ValueField } from "./ValueField";

afterEach(cleanup);

const type = (label: string, text: string) => {
  const field = screen.getByLabelText(label);
  fireEvent.focus(field);
  fireEvent.change(field, { target: { value: text } });
  return field;
};

describe("a field in a sentence", () => {
  it("commits on Enter and on blur, only if changed", () => {
    const commit = vi.fn();
    render(<MsField label="Hold" ms={4000} commit={commit} />);
    fireEvent.keyDown(type("Hold", "4"), { key: "Enter" });
    expect(commit).not.toHaveBeenCalled();
    fireEvent.keyDown(type("Hold", "1:05.5"), { key: "Enter" });
    expect(commit).toHaveBeenLastCalledWith(65_500);
    fireEvent.blur(type("Hold", "2,5 s"));
    expect(commit).toHaveBeenLastCalledWith(2500);
  });

  it("reports an invalid value, and Escape restores the old one", () => {
    const commit = vi.fn();
    render(<LevelField label="Level" db={-6} commit={commit} />);
    const field = type("Level", "loud");
    fireEvent.keyDown(field, { key: "Enter" });
    expect(field.getAttribute("aria-invalid")).toBe("true");
    fireEvent.keyDown(field, { key: "Escape" });
    fireEvent.blur(field);
    expect(commit).not.toHaveBeenCalled();
    expect((field as HTMLInputElement).value).toBe("−6.0 dB");
  });

  it("is changed by arrow keys", () => {
    const [level, hold] = [vi.fn(), vi.fn()];
    render(<LevelField label="Level" db={-6} commit={level} />);
    render(<MsField label="Hold" ms={50} commit={hold} />);
    const nudge = (label: string, key: string, times: number) => {
      for (let n = 0; n < times; n++) fireEvent.keyDown(screen.getByLabelText(label), { key, repeat: n > 0 });
      fireEvent.keyUp(screen.getByLabelText(label), { key });
    };
    nudge("Level", "ArrowUp", 1);
    nudge("Hold", "ArrowDown", 1);
    expect(level).toHaveBeenCalledWith(-5.5);
    expect(hold).toHaveBeenCalledWith(0);
    // Held down, it is one edit, and goes on from what was set before that is answered.
    nudge("Level", "ArrowUp", 6);
    expect(level.mock.calls).toEqual([[-5.5], [-2.5]]);
  });

  it("can be words, with a placeholder and proposals", () => {
    const commit = vi.fn();
    render(
      <ValueField
        label="Author"
        words
        value=""
        show={(t) => t}
        read={(t) => t.trim()}
        commit={commit}
        placeholder="who made it"
        list="names"
      />,
    );
    expect(screen.getByPlaceholderText("who made it").getAttribute("list")).toBe("names");
    fireEvent.keyDown(type("Author", "  Aino Veld "), { key: "Enter" });
    expect(commit).toHaveBeenCalledWith("Aino Veld");
  });
});

it("offers one of several", () => {
  const commit = vi.fn();
  render(
    <Select
      label="Ends"
      value="span"
      options={[
        ["span", "with its span"],
        ["finished", "when it has finished"],
      ]}
      commit={commit}
    />,
  );
  fireEvent.change(screen.getByLabelText("Ends"), { target: { value: "finished" } });
  expect(commit).toHaveBeenCalledWith("finished");
});

it("says what can be typed after invalid input, and keeps the focus", () => {
  render(<MsField label="Hold" ms={4000} commit={vi.fn()} />);
  const field = type("Hold", "soon");
  fireEvent.keyDown(field, { key: "Enter" });
  expect(screen.getByRole("alert").textContent).toBe("Type a time, such as 4, 4 s or 1:02.5.");
  expect(screen.getByLabelText("Hold")).toBe(field);
  expect(field.getAttribute("aria-describedby")).toBe(screen.getByRole("alert").id);
});

it("commits typed text also when the field is removed", () => {
  const commit = vi.fn();
  const { unmount } = render(
    <>
      <MsField label="Hold" ms={4000} commit={commit} />
      <TextBox label="Notes" value="" commit={commit} />
    </>,
  );
  type("Hold", "7");
  type("Notes", "Wave.");
  unmount();
  expect(commit.mock.calls).toEqual([[7000], ["Wave."]]);
});

it("commits longer text on blur, and discards it on Escape", () => {
  const commit = vi.fn();
  render(<TextBox label="Notes" value="Point." commit={commit} />);
  fireEvent.keyDown(type("Notes", "Point to the tongue."), { key: "Escape" });
  fireEvent.blur(screen.getByLabelText("Notes"));
  expect(commit).not.toHaveBeenCalled();
  fireEvent.blur(type("Notes", "Point to the tongue."));
  expect(commit).toHaveBeenCalledWith("Point to the tongue.");
});

it("shows a new value until the response, and then the result", async () => {
  const answers: (() => void)[] = [];
  const beginEditing = () => (make: () => void) => {
    make();
    return new Promise<void>((answer) => answers.push(answer));
  };
  const commit = vi.fn();
  const at = (db: number, ends: "span" | "finished") => (
    <EditingContext value={beginEditing}>
      <LevelField label="Level" db={db} commit={commit} />
      <Select
        label="Ends"
        value={ends}
        options={[
          ["span", "with its span"],
          ["finished", "when it has finished"],
        ]}
        commit={commit}
      />
    </EditingContext>
  );
  const { rerender } = render(at(-6, "span"));
  const level = type("Level", "-20") as HTMLInputElement;
  fireEvent.keyDown(level, { key: "Enter" });
  const ends = screen.getByLabelText("Ends") as HTMLSelectElement;
  fireEvent.change(ends, { target: { value: "finished" } });
  // Redrawn meanwhile, as for a colleague's edit of something else.
  rerender(at(-6, "span"));
  expect([level.value, level.ariaBusy, ends.value]).toEqual(["−20.0 dB", "true", "finished"]);
  fireEvent.keyDown(level, { key: "ArrowUp" });
  fireEvent.keyUp(level, { key: "ArrowUp" });
  expect(commit.mock.calls).toEqual([[-20], ["finished"], [-19.5]]);
  // The first answer leaves what was set after it.
  await act(async () => answers[0]?.());
  expect(level.value).toBe("−19.5 dB");
  rerender(at(-19.5, "span"));
  await act(async () => answers.forEach((answer) => answer()));
  // The second was refused.
  expect([level.value, level.ariaBusy, ends.value]).toEqual(["−19.5 dB", "false", "span"]);
});

describe("typing while another user edits the show", () => {
  const commit = vi.fn();

  it.each([
    ["TextBox", <TextBox key="t" label="Notes" value="old" commit={commit} />],
    ["ValueField", <ValueField key="v" label="Notes" value="old" show={(v) => v} read={(v) => v} commit={commit} />],
  ])("is an edit of what its writer saw: %s", (_, field) => {
    const madeOn: number[] = [];
    let revision = 5;
    const beginEditing = () => {
      const begun = revision;
      return (make: () => void) => {
        make();
        madeOn.push(begun);
        return Promise.resolve();
      };
    };
    render(<EditingContext value={beginEditing}>{field}</EditingContext>);
    const box = screen.getByLabelText("Notes");
    fireEvent.change(box, { target: { value: "mine" } });
    revision = 6;
    fireEvent.blur(box);
    // The next one is begun on what is there then.
    fireEvent.change(box, { target: { value: "mine again" } });
    fireEvent.blur(box);
    expect(madeOn).toEqual([5, 6]);
    expect(commit).toHaveBeenCalledTimes(2);
    commit.mockClear();
  });
});
