/** The audience's window, and the box in it that this page draws in. */
export interface Audience {
  window: Window;
  box: HTMLElement;
}

/**
 * Opens a second window for the audience, or takes the one that is open to the front. This page draws in it: nothing of it is asked of the
 * server, closing it harms nothing, and keys pressed in it are the presenter's. A double click fills the screen.
 */
export function openAudience(): Audience | undefined {
  const other = window.open("", "phonaris-audience", "popup,width=1280,height=720");
  if (!other) return undefined;
  const there = other.document;
  there.title = "Audience";
  there.head.replaceChildren(there.head.querySelector("title") ?? "");
  for (const style of document.querySelectorAll("style, link[rel=stylesheet]"))
    there.head.append(there.importNode(style, true));
  there.documentElement.dataset.theme = "lantern";
  const box = there.createElement("div");
  box.style.cssText = "position:fixed;inset:0;background:#000";
  there.body.replaceChildren(box);
  there.onkeydown = (event) => {
    const { key, code, shiftKey, ctrlKey, altKey, metaKey, repeat } = event;
    const copy = new KeyboardEvent("keydown", {
      key,
      code,
      shiftKey,
      ctrlKey,
      altKey,
      metaKey,
      repeat,
      cancelable: true,
    });
    // What it means here it must not mean there as well: the space bar would also press what has the focus.
    if (!document.dispatchEvent(copy)) event.preventDefault();
  };
  there.ondblclick = () => void there.documentElement.requestFullscreen().catch(() => undefined);
  other.focus();
  return { window: other, box };
}
