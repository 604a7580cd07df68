import { fetchFile, pictureUrl, type Schemas } from "../../api/client";

type RunView = Schemas["RunView"];

/** A picture: its address, and its file unless it could not be fetched beforehand, to be asked for again when it is shown. */
export interface Picture {
  address: string;
  file?: Blob;
}

/** The pictures of all places, by slide and step, to be had without the server, and the slides whose pictures could not be had. */
export interface Pictures {
  had: ReadonlyMap<string, Picture>;
  missing: readonly string[];
}

/** Fetches the pictures of all places; tells the fraction there. */
export async function fetchPictures(
  showId: string,
  run: RunView,
  told: (fraction: number) => void,
  cancel: AbortSignal,
): Promise<Pictures> {
  const had = new Map<string, Picture>();
  const kept = new Map<string, Picture>();
  const missing = new Set<string>();
  for (const [i, place] of run.plan.places.entries()) {
    const slide = run.show.slides.find((s) => s.id === place.slideId);
    if (!slide) continue;
    const address = pictureUrl(showId, slide, 1920, place.step + 1);
    const picture = kept.get(address) ?? { address };
    kept.set(address, picture);
    if (!picture.file) {
      const answer = await fetchFile(address, { signal: cancel }).catch(() => undefined);
      if (answer) picture.file = await answer.blob();
      else missing.add(`slide ${place.number}`);
    }
    had.set(`${place.slideId} ${place.step}`, picture);
    told((i + 1) / run.plan.places.length);
  }
  return { had, missing: [...missing] };
}
