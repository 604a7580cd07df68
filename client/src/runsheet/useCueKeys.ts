import { useQueryClient } from "@tanstack/react-query";
import { useHotkeys } from "react-hotkeys-hook";
import { toast } from "sonner";
import { answered, api, type Cue, type Schemas } from "../api/client";
import { keepEdited, say } from "../api/queries";
import { useOpenShow } from "../shows/ShowContext";
import { isInDialog } from "../ui/keys";

/** Copied cues wait here, for this show or another in any page. */
const clipPlace = "phonaris-clip";

/** What keys do with the chosen cues: remove, copy, lay again, mute, hear alone. */
export function useCueKeys(cues: readonly Cue[], slideId: string | undefined) {
  const { view, edit, alone, hearAlone } = useOpenShow();
  const queries = useQueryClient();
  const path = { params: { path: { id: view.id } } };
  const some = { enabled: cues.length > 0, preventDefault: true, ignoreEventWhen: isInDialog };

  const clip = async () => {
    const answer = await api.POST("/api/shows/{id}/clip", { ...path, body: { cueIds: cues.map((c) => c.id) } });
    return answered(answer);
  };
  const lay = async (copied: Schemas["CueClip"], onto: string) =>
    keepEdited(
      queries,
      view.id,
      answered(await api.POST("/api/shows/{id}/paste", { ...path, body: { clip: copied, slideId: onto } })),
    );

  const copy = async () => {
    localStorage.setItem(clipPlace, JSON.stringify(await clip()));
    toast(cues.length === 1 ? "Copied. Choose a slide, and lay it there with Ctrl V." : `${cues.length} cues copied.`);
  };
  const paste = async () => {
    const kept = localStorage.getItem(clipPlace);
    const onto = slideId ?? view.runningOrder.slides[0]?.slideId;
    if (kept && onto) await lay(JSON.parse(kept) as Schemas["CueClip"], onto);
  };
  // Onto the slide behind the last that any of them covers.
  const duplicate = async () => {
    const { slides } = view.show;
    const last = Math.max(...cues.map((c) => slides.findIndex((s) => s.id === c.span?.last)));
    const onto = slides[Math.min(slides.length - 1, last + 1)];
    if (onto) await lay(await clip(), onto.id);
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
  useHotkeys("mod+c", () => void copy().catch(say), { ...some, preventDefault: false });
  useHotkeys("mod+d", () => void duplicate().catch(say), some);
  useHotkeys("mod+v", () => void paste().catch(say), { ignoreEventWhen: isInDialog });
  useHotkeys("a", () => hearAlone(cues.every((c) => alone.includes(c.id)) ? [] : cues.map((c) => c.id)), some);
}
