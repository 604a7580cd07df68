import { expect, it } from "vitest";
import { isForControl, isInDialog } from "./keys";

it("leaves keys to buttons and dialogs, and takes them on the sheet", () => {
  document.body.innerHTML = `<main><button id="undo">Undo</button><button id="row" data-title>Slide 1</button>
    <g data-cue="Pad"><button id="strand"></button></g><p id="text"></p></main><dialog><p id="within"></p></dialog>`;
  const seen = Object.fromEntries(
    ["undo", "row", "strand", "text", "within"].map((id) => {
      let mine = false;
      const listener = (event: KeyboardEvent) => (mine = isForControl(event));
      document.addEventListener("keydown", listener, { once: true });
      document.getElementById(id)?.dispatchEvent(new KeyboardEvent("keydown", { key: " ", bubbles: true }));
      return [id, mine];
    }),
  );
  expect(seen).toEqual({ undo: true, row: false, strand: false, text: false, within: true });
  const event = new KeyboardEvent("keydown", { key: "Delete" });
  expect(isInDialog(event)).toBe(false);
});
