import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { WebVTTParser } from "webvtt-parser";
import type { JobView, Schemas } from "../api/client";
import { answerGets, answerPosts, cue, open, slide, sound, viewOf } from "../tests/show";
import ExportPage from "./ExportPage";
import said from "./said.vtt?raw";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const view = viewOf({
  slides: [slide(1), slide(2)],
  sounds: [sound("Pad"), sound("Talk", { kind: "voice" })],
  cues: [cue("c1", "Pad"), cue("c2", "Talk")],
});

const job = (id: string, change: Partial<JobView> = {}): JobView => ({
  id,
  showId: view.id,
  kind: "export",
  name: "A show",
  state: "done",
  progress: 1,
  problem: null,
  result: "{}",
  subject: null,
  createdAt: "2026-11-27T10:00:00Z",
  ...change,
});

const report = (change: Partial<Schemas["ExportReport"]> = {}): Schemas["ExportReport"] => ({
  file: "j1.wav",
  bytes: 2_340_000,
  revision: view.revision,
  asked: { format: "wav", width: 1920, height: 1080, fps: 30, slides: "", cueId: null },
  lost: [],
  ...change,
});

const show = (jobs: JobView[], reports: Record<string, Schemas["ExportReport"]> = {}) => {
  vi.stubGlobal("fetch", () => Promise.resolve(new Response("Credits")));
  answerGets((path, _, ids) =>
    path.endsWith("/jobs")
      ? { data: jobs }
      : path.endsWith("/export")
        ? { data: reports[ids?.["id"] ?? ""] }
        : { data: [] },
  );
  return open(view, <ExportPage />);
};

const whom = (name: string) => fireEvent.click(screen.getByRole("button", { name: new RegExp(`^${name}`) }));

it("offers formats by recipient, and exports the chosen one", async () => {
  const asked = answerPosts(() => ({ data: job("j9", { state: "waiting" }) }));
  show([]);
  fireEvent.change(screen.getByLabelText("Frame rate"), { target: { value: "50" } });
  const slides = screen.getByLabelText("Slides to export");
  fireEvent.focus(slides);
  fireEvent.change(slides, { target: { value: "2" } });
  fireEvent.keyDown(slides, { key: "Enter" });
  fireEvent.click(screen.getByRole("button", { name: "Export film" }));
  await waitFor(() =>
    expect(asked.mock.lastCall?.[1]).toMatchObject({
      body: { format: "mp4", width: 1920, height: 1080, fps: 50, slides: "2", cueId: null },
    }),
  );

  // The sound of one cue is asked for whole, wherever it lies.
  whom("Audio only");
  fireEvent.click(screen.getByRole("radio", { name: /^FLAC/ }));
  fireEvent.change(screen.getByLabelText("Cues"), { target: { value: "c2" } });
  expect(screen.queryByLabelText("Slides to export")).toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Export file" }));
  await waitFor(() =>
    expect(asked.mock.lastCall?.[1]).toMatchObject({ body: { format: "flac", slides: "", cueId: "c2" } }),
  );

  whom("Archive");
  expect(screen.queryByLabelText("Slides to export")).toBeNull();
  expect(screen.getAllByRole("radio").map((r) => (r as HTMLInputElement).checked)).toEqual([true, false]);
});

it("shows the result, its size and losses, and exports again after a change", async () => {
  const asked = answerPosts(() => ({ data: job("j9", { state: "waiting" }) }));
  const old = report({
    revision: view.revision - 1,
    file: "j2.mp4",
    bytes: 900,
    asked: { format: "mp4", width: 1280, height: 720, fps: 25, slides: "1–2", cueId: null },
    lost: ["Chime is triggered manually and is not in the film."],
  });
  show([job("j1"), job("j2"), job("j3", { state: "failed", problem: "The disk is full." })], {
    j1: report({ asked: { ...report().asked, cueId: "c1" } }),
    j2: old,
  });
  const made = screen.getByRole("region", { name: "Exports" });
  await waitFor(() => expect(made.querySelectorAll("[data-state]")).toHaveLength(3));
  const [first, second, third] = made.querySelectorAll<HTMLElement>("[data-state]");
  await waitFor(() => expect(first?.textContent).toContain("WAV, Pad"));
  expect(first?.textContent).toContain("2.3 MB · exported");
  expect(within(first as HTMLElement).queryByText("Export again")).toBeNull();
  await waitFor(() => expect(second?.textContent).toContain("Film, MP4, slides 1–2"));
  expect(second?.textContent).toContain("1 kB");
  expect(second?.textContent).toContain("Chime is triggered manually");
  expect(second?.querySelector("video")).not.toBeNull();
  fireEvent.click(screen.getByRole("button", { name: "Export again" }));
  await waitFor(() => expect(asked.mock.lastCall?.[1]).toMatchObject({ body: old.asked }));
  expect(third?.textContent).toContain("The disk is full.");
});

it("parses captions by the standard", () => {
  const { cues, errors } = new WebVTTParser().parse(said);
  expect(errors).toEqual([]);
  expect(cues.map((c) => [c.startTime, c.endTime, c.text])).toEqual([
    [0, 0.693, "Moths &amp; lamps &lt;3."],
    [0.693, 4, "They come at dusk, and stay until the lamp\ngoes out and the night is theirs again."],
    [64, 68, "From dusk --&gt; dawn."],
  ]);
});
