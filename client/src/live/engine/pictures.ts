import { pictureUrl, type Schemas } from "../../api/client";

type RunView = Schemas["RunView"];

/** A picture: its address, and its file once it is loaded; until then it is requested when it is shown. */
export interface Picture {
  address: string;
  file?: Blob;
}

/** The pictures of all places, by slide and step. */
export type Pictures = ReadonlyMap<string, Picture>;

/** The pictures of a run. Steps that look the same share one. */
export function picturesOf(showId: string, run: RunView): Pictures {
  const byAddress = new Map<string, Picture>();
  const pictures = new Map<string, Picture>();
  for (const place of run.plan.places) {
    const slide = run.show.slides.find((s) => s.id === place.slideId);
    if (!slide) continue;
    const address = pictureUrl(showId, slide, 1920, place.step + 1);
    const picture = byAddress.get(address) ?? { address };
    byAddress.set(address, picture);
    pictures.set(keyOf(place), picture);
  }
  return pictures;
}

/** The key of a place's picture. */
export const keyOf = (place: { slideId: string; step: number }) => `${place.slideId} ${place.step}`;
