import { cleanup, fireEvent, screen, waitFor } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { api, type DeckLook } from "../api/client";
import { answerPosts, open, viewOf } from "../tests/show";
import { DeckDialog } from "./DeckDialog";

const { said } = vi.hoisted(() => ({ said: vi.fn() }));
vi.mock("../api/errors", async (real) => ({ ...(await real<object>()), reportError: said }));

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

describe("a deck imported into a show with slides", () => {
  it("is added whole or in part", async () => {
    const { asked, close } = ask(look({}));
    await screen.findByText("3 slides, 2 steps, 1 sound. Selected slides will be added.");
    fireEvent.click(screen.getByLabelText(/Two/));
    fireEvent.click(screen.getByText("Add 2 slides"));
    await waitFor(() => expect(close).toHaveBeenCalled());
    expect(asked).toEqual([{ url: "/api/shows/{id}/deck", body: { files, index: 1, fills: false, numbers: [1, 3] } }]);
  });

  it("is a refresh if most of its slides are known", async () => {
    const { asked } = ask(
      look({
        refreshes: [
          { kind: "kept", slideId: "s1", number: 1, title: "One", fromDeck: null },
          { kind: "changed", slideId: "s2", number: 2, title: "Two", fromDeck: null },
          { kind: "new", slideId: null, number: 3, title: "Three", fromDeck: null },
        ],
        likely: "refresh",
      }),
    );
    await screen.findByText(/What should happen/);
    fireEvent.click(screen.getByText("Refresh"));
    await waitFor(() =>
      expect(asked).toEqual([{ url: "/api/shows/{id}/deck/refresh", body: { files, fromDeck: [] } }]),
    );
  });

  it("gives exact pictures if it is a PDF of known slides", async () => {
    const kept = ["One", "Two", "Three"].map((title, i) => ({
      kind: "kept" as const,
      slideId: `s${i + 1}`,
      number: i + 1,
      title,
      fromDeck: null,
    }));
    const { asked } = ask(look({ refreshes: kept, joins: [0, 1, 2], likely: "join" }));
    const third = await screen.findByLabelText("Slide of page 3");
    fireEvent.change(third, { target: { value: "nothing like it" } });
    fireEvent.blur(third);
    expect(screen.getByRole("alert").textContent).toBe("Type a slide’s number from 1 to 3, or its title.");
    fireEvent.change(third, { target: { value: "no slide" } });
    fireEvent.blur(third);
    fireEvent.click(screen.getByText("Use these pictures"));
    await waitFor(() =>
      expect(asked).toEqual([{ url: "/api/shows/{id}/deck/join", body: { files, joined: [0, 1, -1] } }]),
    );
  });

  it("can be cancelled while it is read, without an error", async () => {
    const signals: AbortSignal[] = [];
    const goOn = () =>
      vi.spyOn(api, "POST").mockImplementation(((_: string, { signal }: { signal: AbortSignal }) => {
        signals.push(signal);
        return new Promise((__, reject) => signal.addEventListener("abort", () => reject(signal.reason as Error)));
      }) as never);
    goOn();
    const close = vi.fn();
    const { unmount } = open(viewOf(), <DeckDialog deck={{ files, index: 1 }} close={close} />);
    await screen.findByText("Reading the deck…");
    fireEvent.click(screen.getByText("Cancel"));
    expect(close).toHaveBeenCalled();
    unmount();
    await waitFor(() => expect(signals.map((s) => s.aborted)).toEqual([true]));

    // Once it is chosen what it is for, it is read again, to be put in.
    ask(look({}));
    await screen.findByText("Add 3 slides");
    goOn();
    fireEvent.click(screen.getByText("Add 3 slides"));
    await screen.findByText("Reading the deck…");
    fireEvent.click(screen.getByText("Cancel"));
    await waitFor(() => expect(signals.map((s) => s.aborted)).toEqual([true, true]));
    expect(said).not.toHaveBeenCalled();
  });

  it("is reported if it cannot be read", async () => {
    const { asked, close } = ask("talk.pptx is damaged. Save the deck again and add that file.");
    expect((await screen.findByRole("alert")).textContent).toContain("talk.pptx is damaged");
    fireEvent.click(screen.getByText("Cancel"));
    expect(close).toHaveBeenCalled();
    expect(asked).toEqual([]);
  });
});
