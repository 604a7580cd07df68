import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { JobView } from "../api/client";
import { open, openMenu, viewOf } from "../tests/show";
import { AddSlide } from "../runsheet/AddSlide";
import { DeckReport, isWorthTelling } from "./DeckReport";
import { MatchPages } from "./MatchPages";
import { isDeck } from "../show/fileKinds";
import { RefreshPlan } from "./RefreshPlan";

afterEach(cleanup);

describe("a refresh", () => {
  it("asks which texts to use in conflicts, and lists losses first", () => {
    const choose = vi.fn();
    render(
      <RefreshPlan
        lines={[
          { kind: "kept", slideId: "s1", number: 1, title: "Who flies", fromDeck: null },
          { kind: "new", slideId: null, number: 2, title: "Bring a torch", fromDeck: null },
          { kind: "gone", slideId: "s2", number: null, title: "Counts", fromDeck: null },
          {
            kind: "changed",
            slideId: "s3",
            number: 3,
            title: "Ears",
            fromDeck: { title: "Ears", notes: "Said there" },
          },
        ]}
        here={() => ({ title: "Ears", notes: "Said here" })}
        fromDeck={new Set(["s3"])}
        choose={choose}
      />,
    );
    expect([...document.querySelectorAll("section")].map((s) => s.getAttribute("aria-label"))).toEqual([
      "Changed in both",
      "Removed",
      "New",
      "Changed",
      "Unchanged",
    ]);
    // Only what differs is shown.
    expect(screen.getByTestId("texts").textContent).toBe("Here: Said hereDeck: Said there");
    fireEvent.click(screen.getByLabelText(/Use the deck’s texts for slide 3/));
    expect(choose).toHaveBeenCalledWith("s3", false);
    expect(screen.getByTitle("Bring a torch").textContent).toBe("2Bring a torch");
  });
});

describe("matching pages", () => {
  it("corrects single pages, and names the steps of a slide", () => {
    const join = vi.fn();
    open(viewOf(), <MatchPages titles={["One", "One more", "Three"]} joined={[0, 0, 2]} join={join} />);
    expect(screen.getByText("step 2")).toBeTruthy();
    const choose = (page: number, value: string) => {
      fireEvent.change(screen.getByLabelText(`Slide of page ${page}`), { target: { value } });
      fireEvent.blur(screen.getByLabelText(`Slide of page ${page}`));
    };
    choose(2, "2");
    expect(join).toHaveBeenCalledWith([0, 1, 2]);
    choose(2, "slide 3");
    expect(join).toHaveBeenLastCalledWith([0, 2, 2]);
    choose(3, "no slide");
    expect(join).toHaveBeenLastCalledWith([0, 0, -1]);
  });
});

describe("a report", () => {
  const job = (kind: string, result: object): JobView => ({
    id: "j",
    showId: "show",
    kind,
    name: "deck.pptx",
    state: "done",
    progress: 1,
    problem: null,
    result: JSON.stringify(result),
    subject: null,
    createdAt: "2026-11-25T12:00:00Z",
  });

  it("is shown if there is something to report", () => {
    const plain = job("deck", { slides: 3, steps: 0, sounds: 0, notUnderstood: [] });
    expect(isWorthTelling(plain)).toBe(false);
    expect(isWorthTelling({ ...plain, kind: "export" })).toBe(false);
    const offer = "The PDF of the deck, joined, gives exact pictures.";
    const told = job("deck", {
      slides: 3,
      steps: 1,
      sounds: 2,
      notUnderstood: ["Slide 3: a chart is not drawn."],
      offer,
    });
    expect(isWorthTelling(told)).toBe(true);
    open(viewOf(), <DeckReport job={told} />);
    expect(screen.getByText(/3 slides, 1 step, 2 sounds/)).toBeTruthy();
    fireEvent.click(screen.getByText("1 item imported differently"));
    expect(screen.getByText("Slide 3: a chart is not drawn.")).toBeTruthy();
    expect(screen.getByText(offer)).toBeTruthy();
  });
});

it("adds cards at a position", () => {
  const { edit } = open(viewOf(), <AddSlide index={2} />);
  openMenu("Add a slide");
  fireEvent.click(screen.getByText("Credits card"));
  expect(edit.mock.lastCall?.[0]).toMatchObject({
    kind: "addCard",
    card: "credits",
    index: 2,
  });
});

it("recognizes a deck by its name", () => {
  expect(["a.PPTX", "b.odp", "c.pdf", "d.jpeg", "e.mp3", "f.zip"].map((n) => isDeck(new File([], n)))).toEqual([
    true,
    true,
    true,
    true,
    false,
    false,
  ]);
});
