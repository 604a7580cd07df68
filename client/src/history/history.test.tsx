import { cleanup, fireEvent, screen, waitFor, within } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import { Presets } from "../details/cue/Presets";
import { answerGets, answerPosts, cue, open, openMenu, sound, viewOf } from "../tests/show";
import { HistoryDialog } from "./HistoryDialog";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const view = viewOf({ sounds: [sound("pad")], cues: [cue("c1", "pad")] });

describe("the history", () => {
  const lines = [
    { position: 1, sentence: "Dusk Pad: placed on slide 1", applied: true },
    { position: 2, sentence: "Dusk Pad: through slide 4 → 6", applied: true },
    { position: 3, sentence: "Dusk Pad: level −6 dB", applied: false },
  ];
  const versions = [{ id: "v1", name: "Before the rehearsal", createdAt: "2026-05-04T18:00:00Z" }];
  const show = () => {
    answerGets((url) => ({ data: url.endsWith("history") ? lines : versions }));
    open(view, <HistoryDialog view={view} close={vi.fn()} />);
  };

  it("lists the latest first, and undoes or redoes to a line", async () => {
    show();
    const posted = vi.spyOn(api, "POST").mockResolvedValue({ data: view, response: new Response() } as never);
    const told = () => within(screen.getByLabelText("Changes")).getAllByRole("listitem", { hidden: true });
    await waitFor(() => expect(told()).toHaveLength(3));
    expect(told().map((l) => l.textContent)).toEqual([
      "Dusk Pad: level −6 dBRedo to here",
      "Dusk Pad: through slide 4 → 6Undo to here",
      "Dusk Pad: placed on slide 1Undo to here",
    ]);
    const position = () =>
      (posted.mock.lastCall?.[1] as unknown as { params: { query: { position: number } } }).params.query.position;
    fireEvent.click(screen.getByText("Redo to here"));
    await waitFor(() => expect(position()).toBe(3));
    fireEvent.click(screen.getAllByText("Undo to here")[0] as HTMLElement);
    await waitFor(() => expect(position()).toBe(1));
  });

  it("is saved as a version and restored", async () => {
    show();
    const posted = answerPosts((url) => ({
      data: url.endsWith("goback") ? view : [...versions, { ...versions[0], id: "v2", name: "As rehearsed" }],
    }));
    await screen.findByText("Before the rehearsal");
    expect((screen.getByText("Save version") as HTMLButtonElement).disabled).toBe(true);
    fireEvent.change(screen.getByLabelText("Version name"), { target: { value: "As rehearsed" } });
    fireEvent.click(screen.getByText("Save version"));
    await screen.findByText("As rehearsed");
    expect((screen.getByLabelText("Version name") as HTMLInputElement).value).toBe("");
    fireEvent.click(screen.getAllByText("Restore")[0] as HTMLElement);
    await waitFor(() =>
      expect(posted.mock.lastCall?.[1]).toMatchObject({ params: { path: { id: "show", versionId: "v1" } } }),
    );
  });
});

describe("presets", () => {
  const kept = { id: "k1", name: "As at the mill" };
  it("are applied, reset, saved and deleted", async () => {
    answerGets(() => ({ data: { shipped: [{ id: "hand", name: "Wait for my hand" }], kept: [kept] } }));
    open(view, <Presets cues={[cue("c1", "pad")]} />);
    const posted = answerPosts((url) => ({ data: url.endsWith("presets") ? kept : view }));
    const forgotten = vi.spyOn(api, "DELETE").mockResolvedValue({ response: new Response() } as never);
    const choose = async (words: string) => {
      openMenu("Presets");
      fireEvent.click(await screen.findByText(words));
      // The button has the focus again, once the menu is closed.
      await waitFor(() => expect(document.activeElement?.textContent).toContain("Presets"));
    };
    await choose("Wait for my hand");
    expect(posted.mock.lastCall).toMatchObject([
      "/api/shows/{id}/apply",
      { params: { path: { id: "show" } }, body: { cueIds: ["c1"], preset: "hand" } },
    ]);
    expect(screen.queryByText("Wait for my hand")).toBeNull();
    await choose("Reset");
    await waitFor(() => expect(posted.mock.lastCall?.[1]).toMatchObject({ body: { cueIds: ["c1"], preset: null } }));
    openMenu("Presets");
    fireEvent.click(screen.getByText("Save as preset"));
    const name = screen.getByLabelText("Name of the preset");
    fireEvent.keyDown(name, { key: "Enter" });
    expect(posted).toHaveBeenCalledTimes(2);
    fireEvent.change(name, { target: { value: "Softly, twice" } });
    fireEvent.keyDown(name, { key: "Enter" });
    await waitFor(() => expect(posted.mock.lastCall?.[1]).toMatchObject({ body: { name: "Softly, twice" } }));
    openMenu("Presets");
    fireEvent.click(screen.getByLabelText("Delete preset “As at the mill”"));
    await waitFor(() => expect(forgotten.mock.lastCall?.[1]).toMatchObject({ params: { path: { id: "k1" } } }));
  });
});
