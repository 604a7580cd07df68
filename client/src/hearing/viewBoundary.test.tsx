import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { ViewBoundary } from "./ViewBoundary";

beforeEach(() => void vi.spyOn(console, "error").mockImplementation(() => undefined));
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

let broken = true;
function View() {
  if (broken) throw new Error("Nothing there.");
  return <p>All there.</p>;
}
const page = (view: string) => (
  <ViewBoundary view={view}>
    <View />
  </ViewBoundary>
);

it("catches errors of a view, which can be reloaded or left", () => {
  broken = true;
  const { rerender } = render(page("/checks"));
  expect(screen.getByRole("alert").textContent).toContain("stopped working");
  broken = false;
  fireEvent.click(screen.getByText("Reload this view"));
  screen.getByText("All there.");
  broken = true;
  rerender(page("/checks"));
  screen.getByRole("alert");
  broken = false;
  rerender(page("/levels"));
  screen.getByText("All there.");
});
