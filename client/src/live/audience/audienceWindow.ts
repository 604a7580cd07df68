/** The audience's window, and the element in it that this page draws into. */
export interface Audience {
  window: Window;
  box: HTMLElement;
}

/**
 * Opens a second window for the audience, or brings it to the front. This page draws into it: it requests nothing from the
 * server, can be closed at any time, and passes its keys to the presenter. A double click makes it full screen.
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
    // The window's own default must not apply as well: the space bar would also press the focused element.
    if (!document.dispatchEvent(copy)) event.preventDefault();
  };
  there.ondblclick = () => void there.documentElement.requestFullscreen().catch(() => undefined);
  other.focus();
  return { window: other, box };
}
