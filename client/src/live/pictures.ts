import { pictureUrl, type Schemas } from "../api/client";

type RunView = Schemas["RunView"];

/** The pictures of all places: their addresses by slide and step, to be had without the server, and the slides whose pictures could not be had. */
export interface Pictures {
  had: ReadonlyMap<string, string>;
  missing: readonly string[];
}

/** Fetches the pictures of all places; tells the fraction there. */
export async function fetchPictures(
  showId: string,
  run: RunView,
  told: (fraction: number) => void,
  cancel: AbortSignal,
): Promise<Pictures> {
  const had = new Map<string, string>();
  const kept = new Map<string, string>();
  const missing = new Set<string>();
  for (const [i, place] of run.plan.places.entries()) {
    const slide = run.show.slides.find((s) => s.id === place.slideId);
    if (!slide) continue;
    const url = pictureUrl(showId, slide, 1920, place.step + 1);
    if (!kept.has(url)) {
      const answer = await fetch(url, { signal: cancel }).catch(() => undefined);
      if (answer?.ok) kept.set(url, URL.createObjectURL(await answer.blob()));
      else missing.add(`slide ${place.number}`);
    }
    had.set(`${place.slideId} ${place.step}`, kept.get(url) ?? url);
    told((i + 1) / run.plan.places.length);
  }
  return { had, missing: [...missing] };
}
