import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeAll, expect, it, vi } from "vitest";
import type { CataloguePiece } from "../api/client";
import { answerGets, open, sound, viewOf } from "../tests/show";
import { CatalogueDialog } from "./CatalogueDialog";

beforeAll(() => {
  HTMLMediaElement.prototype.pause = () => undefined;
});
afterEach(cleanup);

const piece = (id: string, title: string): CataloguePiece => ({
  id,
  title,
  kind: "bed",
  mood: "calm",
  words: "rain weather",
  seconds: 40,
  author: "Field notes",
  licence: "CC0-1.0",
  fileName: `${id}.ogg`,
});

/** A catalogue that answers with these pieces, but not at some of the times it is asked. */
function catalogue(silentAt: readonly number[]) {
  const taken = sound("x", { rights: { ...sound("x").rights, cataloguePiece: "old" } });
  const searched: unknown[] = [];
  answerGets((_, query) => {
    searched.push(query?.words);
    return silentAt.includes(searched.length)
      ? { error: { title: "The catalogue does not answer just now." } }
      : { data: [piece("new", "Hill Rain"), piece("old", "Night Grass")] };
  });
  open(viewOf({ sounds: [taken] }), <CatalogueDialog close={vi.fn()} />);
  return { searched };
}

it("lists pieces with licences, and marks added ones", async () => {
  const { searched } = catalogue([]);
  await screen.findByText("Hill Rain");
  expect(screen.getAllByText("CC0-1.0")).toHaveLength(2);
  expect(screen.getByText("Added")).toBeTruthy();
  expect(screen.getByText("Add")).toBeTruthy();
  fireEvent.change(screen.getByLabelText("Search"), { target: { value: "rain" } });
  await waitFor(() => expect(searched.at(-1)).toBe("rain"));
});

it("reports when the catalogue does not respond, and retries", async () => {
  catalogue([1]);
  expect((await screen.findByRole("alert")).textContent).toContain("does not answer just now");
  fireEvent.click(screen.getByText("Try again"));
  await screen.findByText("Hill Rain");
  await waitFor(() => expect(screen.queryByRole("alert")).toBeNull());
});
