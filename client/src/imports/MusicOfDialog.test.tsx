import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { answerGets, answerPosts, open, viewOf } from "../tests/show";
import { MusicOfDialog } from "./MusicOfDialog";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const card = (id: string, sounds: number) => ({
  id,
  title: id,
  slides: 3,
  sounds,
  runningTimeFrames: 0,
  problem: null,
});
const line = (cueId: string, first: string | null, becomes: string) => ({
  cueId,
  name: cueId,
  kind: "bed",
  was: "slides 1–2",
  first,
  last: first,
  becomes,
});

it("shows the new slides of each cue, and places the selected ones", async () => {
  const asked: unknown[] = [];
  answerGets((path, query, ids) => {
    if (path === "/api/shows") return { data: [card("show", 2), card("Empty", 0), card("May", 3)] };
    asked.push([ids?.["other"], query?.["by"]]);
    return {
      data: [
        line("Pad", "s1", "slides 1–3"),
        line("Bell", "s3", "slide 3"),
        line("Owl", null, "no slide for it: it stays behind"),
      ],
    };
  });
  const posted = answerPosts(() => ({ error: { title: "gone" } }));
  open(viewOf(), <MusicOfDialog close={vi.fn()} />);
  await screen.findByText("slides 1–3");
  // Neither the show itself nor one without sounds is offered; without sections, titles come first.
  expect([...(screen.getByLabelText("From show") as HTMLSelectElement).options].map((o) => o.text)).toEqual(["May"]);
  expect(asked[0]).toEqual(["May", "titles"]);
  expect((screen.getByLabelText(/^Owl/) as HTMLInputElement).disabled).toBe(true);
  fireEvent.click(screen.getByLabelText(/^Bell/));
  fireEvent.change(screen.getByLabelText("Match slides by"), { target: { value: "numbers" } });
  await waitFor(() => expect(asked.at(-1)).toEqual(["May", "numbers"]));
  fireEvent.click(await screen.findByText("Place 1 cue"));
  await waitFor(() =>
    expect(posted).toHaveBeenCalledWith("/api/shows/{id}/music-of/{other}", {
      params: { path: { id: "show", other: "May" } },
      body: { by: "numbers", cueIds: ["Pad"] },
    }),
  );
});

it("says if there is nothing to copy", async () => {
  answerGets(() => ({ data: [card("show", 2)] }));
  open(viewOf(), <MusicOfDialog close={vi.fn()} />);
  await screen.findByText("No other show has sounds.");
});
