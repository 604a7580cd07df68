import { useEffect, useRef } from "react";
import { toast } from "sonner";
import type { Cue, Schemas } from "../api/client";
import { fetchClip, usePasteClip } from "../api/cues";
import { reportError } from "../api/errors";
import { newId } from "../api/ids";
import { useOpenShow, useOpenState, useView } from "../show/openShow";
import { storage } from "../ui/storage";
import { isInFieldOrDialog } from "../ui/targets";
import { useCommands } from "../ui/useCommands";
import { words } from "./words";

/** The storage key of copied cues, for this show or another in any page. */
const clipPlace = "phonaris-clip";

/** The clipboard type that marks copied cues. If something else was copied since, it is missing, and no cues are pasted. */
const clipType = "application/x-phonaris-cues";

interface Copied {
  id: string;
  clip: Schemas["CueClip"];
}

/** Keys for the selected cues: remove, copy, paste, solo. */
export function useCueKeys(cues: readonly Cue[], slideId: string | undefined) {
  const view = useView();
  const solo = useOpenState((state) => state.solo);
  const { edit, setSolo } = useOpenShow();
  const pasting = usePasteClip(view.id);
  const ids = cues.map((c) => c.id);

  // Pastes onto the slide after the last one they cover.
  const duplicate = async () => {
    const { slides } = view.show;
    const last = Math.max(...cues.map((c) => slides.findIndex((s) => s.id === c.span?.last)));
    const onto = slides[Math.min(slides.length - 1, last + 1)];
    if (onto) pasting.mutate({ clip: await fetchClip(view.id, ids), slideId: onto.id });
  };
  const remove = () => {
    const [first, ...more] = cues;
    if (first && more.length === 0) edit({ kind: "removeCue", cueId: first.id });
    else
      edit({
        kind: "several",
        edits: cues.map((c) => ({ kind: "removeCue", cueId: c.id })),
        what: words.removed(cues.length),
      });
  };
  const toggleSolo = () => setSolo(cues.every((c) => solo.includes(c.id)) ? [] : ids);
  useCommands(
    "sheet",
    cues.length > 0 ? { remove, duplicate: () => void duplicate().catch(reportError), solo: toggleSolo } : {},
  );

  const copy = (event: ClipboardEvent) => {
    if (cues.length === 0 || isInFieldOrDialog(event) || document.getSelection()?.isCollapsed === false) return;
    event.preventDefault();
    const id = newId();
    const names = cues.map((c) => view.show.sounds.find((s) => s.id === c.soundId)?.name ?? "");
    event.clipboardData?.setData("text/plain", names.join("\n"));
    event.clipboardData?.setData(clipType, id);
    fetchClip(view.id, ids)
      .then((clip) => storage.setItem(clipPlace, JSON.stringify({ id, clip } satisfies Copied)))
      .then(() => toast(cues.length === 1 ? words.copiedOne : words.copied(cues.length)))
      .catch(reportError);
  };
  const paste = (event: ClipboardEvent) => {
    const id = event.clipboardData?.getData(clipType);
    const onto = slideId ?? view.runningOrder.slides[0]?.slideId;
    if (!id || !onto || isInFieldOrDialog(event)) return;
    const copied = JSON.parse(storage.getItem(clipPlace) ?? "null") as Copied | null;
    if (copied?.id === id) pasting.mutate({ clip: copied.clip, slideId: onto });
  };
  useClipboard(copy, paste);
}

/** Listens to copy and paste on the page. A held key pastes once. */
function useClipboard(copy: (event: ClipboardEvent) => void, paste: (event: ClipboardEvent) => void) {
  const latest = useRef({ copy, paste });
  useEffect(() => {
    latest.current = { copy, paste };
  });
  useEffect(() => {
    let isHeld = false;
    const onKeyDown = (event: KeyboardEvent) => (isHeld = event.repeat);
    const onCopy = (event: ClipboardEvent) => latest.current.copy(event);
    const onPaste = (event: ClipboardEvent) => !isHeld && latest.current.paste(event);
    document.addEventListener("keydown", onKeyDown, { capture: true });
    document.addEventListener("copy", onCopy);
    document.addEventListener("paste", onPaste);
    return () => {
      document.removeEventListener("keydown", onKeyDown, { capture: true });
      document.removeEventListener("copy", onCopy);
      document.removeEventListener("paste", onPaste);
    };
  }, []);
}
