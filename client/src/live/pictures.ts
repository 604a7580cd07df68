import { pictureUrl, type Schemas } from "../api/client";

type RunView = Schemas["RunView"];

/** Fetches the pictures of all places, to be had without the server; gives their addresses by slide and step, and tells the fraction there. */
export async function fetchPictures(
  showId: string,
  run: RunView,
  told: (fraction: number) => void,
  cancel: AbortSignal,
): Promise<Map<string, string>> {
  const had = new Map<string, string>();
  const kept = new Map<string, string>();
  for (const [i, place] of run.plan.places.entries()) {
    const slide = run.show.slides.find((s) => s.id === place.slideId);
    if (!slide) continue;
    const url = pictureUrl(showId, slide, 1920, place.step + 1);
    if (!kept.has(url)) {
      const answer = await fetch(url, { signal: cancel });
      if (answer.ok) kept.set(url, URL.createObjectURL(await answer.blob()));
    }
    had.set(`${place.slideId} ${place.step}`, kept.get(url) ?? url);
    told((i + 1) / run.plan.places.length);
  }
  return had;
}
