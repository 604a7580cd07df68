import { fetchFile, pictureUrl, type Schemas } from "../../api/client";

type RunView = Schemas["RunView"];

/** A picture: its address, and its file unless that could not be downloaded; then it is requested again when shown. */
export interface Picture {
  address: string;
  file?: Blob;
}

/** The pictures of all places by slide and step, available without the server, and the slides whose pictures could not be downloaded. */
export interface Pictures {
  had: ReadonlyMap<string, Picture>;
  missing: readonly string[];
}

const atOnce = 4;

/** Downloads the missing pictures of all places, a few at a time; reports the fraction. */
export async function fetchPictures(
  showId: string,
  run: RunView,
  told: (fraction: number) => void,
  cancel: AbortSignal,
  before: Pictures["had"] = new Map(),
): Promise<Pictures> {
  const had = new Map<string, Picture>();
  const pictures = new Map<string, Picture>();
  const missing = new Set<string>();
  const here = new Map([...before.values()].map((picture) => [picture.address, picture]));
  const wanted = run.plan.places.flatMap((place) => {
    const slide = run.show.slides.find((s) => s.id === place.slideId);
    if (!slide) return [];
    const address = pictureUrl(showId, slide, 1920, place.step + 1);
    const picture = pictures.get(address) ?? here.get(address) ?? { address };
    const isFirst = !pictures.has(address);
    pictures.set(address, picture);
    had.set(`${place.slideId} ${place.step}`, picture);
    return isFirst && !picture.file ? [{ picture, number: place.number }] : [];
  });
  let done = 0;
  const left = [...wanted];
  const work = async () => {
    for (let next = left.shift(); next; next = left.shift()) {
      const answer = await fetchFile(next.picture.address, { signal: cancel }).catch(() => undefined);
      if (answer) next.picture.file = await answer.blob();
      else missing.add(`slide ${next.number}`);
      told(++done / wanted.length);
    }
  };
  await Promise.all(Array.from({ length: atOnce }, work));
  told(1);
  return { had, missing: [...missing] };
}
