import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { DeckLook } from "../api/client";
import { answerPosts, open, viewOf } from "../tests/show";
import { DeckDialog } from "./DeckDialog";

const files = [{ hash: "a".repeat(64), name: "talk.pptx" }];

afterEach(cleanup);

const look = (change: Partial<DeckLook>): DeckLook => ({
  titles: ["One", "Two", "Three"],
  report: { slides: 3, steps: 2, sounds: 1, notUnderstood: [], offer: null },
  refreshes: null,
  joins: null,
  likely: "put",
  ...change,
});

/** Opens the dialog on a server that finds this in the deck; gives what is asked of it then. */
function ask(found: DeckLook | string) {
  const asked: { url: string; body: unknown }[] = [];
  const close = vi.fn();
  answerPosts((url, body) => {
    if (url.endsWith("/look")) return typeof found === "string" ? { error: { title: found } } : { data: found };
    asked.push({ url, body });
    return { data: { ...viewOf(), revision: 2 } };
  });
  open(viewOf(), <DeckDialog deck={{ files, index: 1 }} close={close} />);
  return { asked, close };
}

describe("a deck brought into a show with slides", () => {
  it("is put in whole, or some slides of it", async () => {
    const { asked, close } = ask(look({}));
    await screen.findByText("3 slides, 2 steps, 1 sound. What is it for?");
    fireEvent.click(screen.getByLabelText(/Two/));
    fireEvent.click(screen.getByText("Put 2 slides in"));
    await waitFor(() => expect(close).toHaveBeenCalled());
    expect(asked).toEqual([{ url: "/api/shows/{id}/deck", body: { files, index: 1, fills: false, numbers: [1, 3] } }]);
  });

  it("is taken for a refresh when most of its slides are known", async () => {
    const { asked } = ask(
      look({
        refreshes: [
          { kind: "kept", slideId: "s1", number: 1, title: "One" },
          { kind: "changed", slideId: "s2", number: 2, title: "Two" },
          { kind: "new", slideId: null, number: 3, title: "Three" },
        ],
        likely: "refresh",
      }),
    );
    fireEvent.click(await screen.findByText("Refresh"));
    await waitFor(() => expect(asked).toEqual([{ url: "/api/shows/{id}/deck/refresh", body: { files } }]));
  });

  it("gives exact pictures, page by page, when it is a PDF of slides that are known", async () => {
    const kept = ["One", "Two", "Three"].map((title, i) => ({
      kind: "kept" as const,
      slideId: `s${i + 1}`,
      number: i + 1,
      title,
    }));
    const { asked } = ask(look({ refreshes: kept, joins: [0, 1, 2], likely: "join" }));
    fireEvent.change(await screen.findByLabelText("Slide of page 3"), { target: { value: "-1" } });
    fireEvent.click(screen.getByText("Use these pictures"));
    await waitFor(() =>
      expect(asked).toEqual([{ url: "/api/shows/{id}/deck/join", body: { files, joined: [0, 1, -1] } }]),
    );
  });

  it("that cannot be read is told, and nothing is done", async () => {
    const { asked, close } = ask("talk.pptx is damaged and cannot be read. Save the deck once more and bring that in.");
    expect((await screen.findByRole("alert")).textContent).toContain("talk.pptx is damaged");
    fireEvent.click(screen.getByText("Leave it"));
    expect(close).toHaveBeenCalled();
    expect(asked).toEqual([]);
  });
});
