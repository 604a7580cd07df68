import { cleanup, fireEvent, screen } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { open, viewOf } from "../tests/show";
import { Bar } from "./Bar";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

it("scrolls the open view into sight, also if scrolling returns a promise", () => {
  const seen: (string | null)[] = [];
  Element.prototype.scrollIntoView = function (this: Element) {
    seen.push(this.textContent);
    return Promise.resolve();
  };
  open(viewOf(), <Bar connected open={() => undefined} />);
  // What an effect gives back is called before it is done again: a promise cannot be.
  for (const view of ["Levels", "Fit", "Export"]) fireEvent.click(screen.getByText(view));
  expect(seen).toEqual(["Levels", "Fit", "Export"]);
  expect(screen.getByRole("navigation", { name: "Views" })).toBeTruthy();
});
