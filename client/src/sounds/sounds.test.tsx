import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { cue, open, sound, viewOf } from "../tests/show";
import { droppedFiles } from "../app/droppedFiles";
import { SoundList } from "./SoundList";

afterEach(cleanup);

const named = (id: string, name: string, change: Parameters<typeof sound>[1] = {}) => sound(id, { name, ...change });

const view = viewOf({
  sounds: [
    named("a", "Dusk Pad"),
    named("b", "Welcome", { kind: "voice" }),
    named("c", "Tin bell", { kind: "spot", figures: { ...sound("x").figures, frames: 48_000 } }),
    named("d", "Owl", {
      kind: "spot",
      rights: {
        title: "",
        author: "",
        source: "",
        licence: "CC0-1.0",
        credit: "",
        proof: "",
        clearance: null,
        cataloguePiece: null,
      },
    }),
    named("e", "Old Waltz", { removed: true }),
  ],
  cues: [cue("c1", "a"), cue("c2", "e", { span: null })],
});

const shown = () => [...document.querySelectorAll("[data-sound]")].map((item) => item.getAttribute("data-sound"));
const list = () => <SoundList selected={undefined} select={vi.fn()} selectCue={selectCue} place={vi.fn()} />;
const selectCue = vi.fn();

describe("the list of sounds", () => {
  it("is grouped by kind, and searchable", () => {
    open(view, list());
    expect(shown()).toEqual(["Dusk Pad", "Welcome", "Tin bell", "Owl"]);
    fireEvent.change(screen.getByLabelText("Find a sound"), { target: { value: "aino spot" } });
    expect(shown()).toEqual(["Tin bell"]);
    fireEvent.change(screen.getByLabelText("Find a sound"), { target: { value: "nightingale" } });
    expect(screen.getByText("No matching sounds.")).toBeTruthy();
  });

  it("is filtered and sorted", () => {
    open({ ...view, rightsMissing: { d: ["author"] } }, list());
    const which = screen.getByLabelText("Filter sounds");
    const order = screen.getByLabelText("Sort sounds");
    fireEvent.change(which, { target: { value: "unused" } });
    expect(shown()).toEqual(["Welcome", "Tin bell", "Owl"]);
    fireEvent.change(which, { target: { value: "unclear" } });
    expect(shown()).toEqual(["Owl"]);
    fireEvent.change(which, { target: { value: "all" } });
    fireEvent.change(order, { target: { value: "name" } });
    expect(shown()).toEqual(["Dusk Pad", "Owl", "Tin bell", "Welcome"]);
    fireEvent.change(order, { target: { value: "length" } });
    expect(shown().at(-1)).toBe("Tin bell");
    fireEvent.change(order, { target: { value: "newest" } });
    expect(shown()[0]).toBe("Owl");
  });

  it("shows parked cues, and restores a removed sound", () => {
    const { edit } = open(view, list());
    fireEvent.click(screen.getByText("Old Waltz"));
    expect(selectCue).toHaveBeenCalledWith("c2");
    fireEvent.click(screen.getByText("Restore"));
    expect(edit).toHaveBeenCalledWith({ kind: "restoreSound", soundId: "e", spans: [] });
  });
});

it("imports the files of dropped folders, without hidden ones", async () => {
  const file = (name: string) => ({
    name,
    isFile: true,
    isDirectory: false,
    file: (done: (f: File) => void) => done(new File([], name)),
  });
  const folder = (name: string, children: unknown[]) => ({
    name,
    isFile: false,
    isDirectory: true,
    createReader: () => {
      // A browser gives a hundred at a time; here one.
      const rest = [...children];
      return { readEntries: (done: (e: unknown[]) => void) => done(rest.splice(0, 1)) };
    },
  });
  const root = folder("night", [file("bell.wav"), file(".hidden"), folder("voices", [file("welcome.mp3")])]);
  const transfer = { items: [{ webkitGetAsEntry: () => root }], files: [] } as unknown as DataTransfer;
  expect((await droppedFiles(transfer)).map((f) => f.name)).toEqual(["bell.wav", "welcome.mp3"]);
});
