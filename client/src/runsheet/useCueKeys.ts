import { useHotkeys } from "react-hotkeys-hook";
import { toast } from "sonner";
import type { Cue, Schemas } from "../api/client";
import { fetchClip, usePasteClip } from "../api/cues";
import { reportError } from "../api/errors";
import { useOpenShow } from "../shows/ShowContext";
import { isInDialog } from "../ui/keys";

/** Copied cues wait here, for this show or another in any page. */
const clipPlace = "phonaris-clip";

/** What keys do with the chosen cues: remove, copy, lay again, mute, hear alone. */
export function useCueKeys(cues: readonly Cue[], slideId: string | undefined) {
  const { view, edit, alone, hearAlone } = useOpenShow();
  const pasting = usePasteClip(view.id);
  const some = { enabled: cues.length > 0, preventDefault: true, ignoreEventWhen: isInDialog };

  const clip = () =>
    fetchClip(
      view.id,
      cues.map((c) => c.id),
    );

  const copy = async () => {
    localStorage.setItem(clipPlace, JSON.stringify(await clip()));
    toast(cues.length === 1 ? "Copied. Choose a slide, and lay it there with Ctrl V." : `${cues.length} cues copied.`);
  };
  const paste = () => {
    const kept = localStorage.getItem(clipPlace);
    const onto = slideId ?? view.runningOrder.slides[0]?.slideId;
    if (kept && onto) pasting.mutate({ clip: JSON.parse(kept) as Schemas["CueClip"], slideId: onto });
  };
  // Onto the slide behind the last that any of them covers.
  const duplicate = async () => {
    const { slides } = view.show;
    const last = Math.max(...cues.map((c) => slides.findIndex((s) => s.id === c.span?.last)));
    const onto = slides[Math.min(slides.length - 1, last + 1)];
    if (onto) pasting.mutate({ clip: await clip(), slideId: onto.id });
  };
  const remove = () => {
    const [first, ...more] = cues;
    if (first && more.length === 0) edit({ kind: "removeCue", cueId: first.id });
    else
      edit({
        kind: "several",
        edits: cues.map((c) => ({ kind: "removeCue", cueId: c.id })),
        what: `${cues.length} cues: removed`,
      });
  };

  useHotkeys("delete, backspace", remove, some);
  useHotkeys("mod+c", () => void copy().catch(reportError), { ...some, preventDefault: false });
  useHotkeys("mod+d", () => void duplicate().catch(reportError), some);
  useHotkeys("mod+v", paste, { ignoreEventWhen: isInDialog });
  useHotkeys("a", () => hearAlone(cues.every((c) => alone.includes(c.id)) ? [] : cues.map((c) => c.id)), some);
}
