import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { afterEach, expect, it, vi } from "vitest";
import { useKeepFocus } from "./useKeepFocus";

afterEach(cleanup);

/** A list whose lines are removed by their own buttons. */
function List() {
  useKeepFocus();
  const [names, setNames] = useState(["one", "two", "three"]);
  return (
    <section>
      <button type="button">Before</button>
      <ul>
        {names.map((name) => (
          <li key={name}>
            <button type="button" onClick={() => setNames(names.filter((other) => other !== name))}>
              {name}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

it("keeps the focus in the list when the line that has it is removed, and beside it when it was the last", async () => {
  render(<List />);
  const focused = () => document.activeElement?.textContent;
  const remove = (name: string) => {
    screen.getByText(name).focus();
    fireEvent.click(screen.getByText(name));
  };
  remove("two");
  await vi.waitFor(() => expect(focused()).toBe("three"));
  remove("three");
  await vi.waitFor(() => expect(focused()).toBe("one"));
  remove("one");
  await vi.waitFor(() => expect(focused()).toBe("Before"));
});

/** A button that cannot be pressed while it works. */
function Busy() {
  useKeepFocus();
  const [busy, setBusy] = useState(false);
  return (
    <>
      <button type="button" disabled={busy} onClick={() => setBusy(true)}>
        Make
      </button>
      <button type="button" onClick={() => setBusy(false)}>
        Made
      </button>
    </>
  );
}

it("gives the focus back to a button that was disabled while it was busy, and only then", async () => {
  render(<Busy />);
  const [make, made] = screen.getAllByRole("button") as [HTMLElement, HTMLElement];
  make.focus();
  fireEvent.click(make);
  make.blur();
  fireEvent.click(made);
  await vi.waitFor(() => expect(document.activeElement).toBe(make));
  // Who leaves it meanwhile has left it.
  make.blur();
  document.body.append(document.createElement("p"));
  await new Promise((resolve) => setTimeout(resolve));
  expect(document.activeElement).toBe(document.body);
});
