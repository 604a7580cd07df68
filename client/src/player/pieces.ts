import { bytesOf } from "./files";

const cacheLimit = 6; // files of some megabytes each

const waiting = new Map<string, (pieces: readonly string[]) => void>();
const kept = new Map<string, Promise<readonly string[]>>();

/** Receives the content of a script beside the page, which calls it. */
export function takePieces(name: string, pieces: readonly string[]) {
  waiting.get(name)?.(pieces);
  waiting.delete(name);
}

/** A piece of a stem: embedded in the page or in a script beside it, because a page opened from a file cannot fetch. */
export async function readPiece(stem: number, piece: number, atOnce: number): Promise<ArrayBuffer> {
  const name = `${stem}-${Math.floor(piece / atOnce)}`;
  const file = kept.get(name) ?? load(name);
  // The most recently used ones are cached.
  kept.delete(name);
  kept.set(name, file);
  for (const old of kept.keys()) if (kept.size > cacheLimit) kept.delete(old);
  try {
    return bytesOf((await file)[piece % atOnce] ?? "");
  } catch (e) {
    kept.delete(name);
    throw e;
  }
}

async function load(name: string): Promise<readonly string[]> {
  const own = document.getElementById(name);
  if (own) return (own.textContent ?? "").split(" ");
  const script = document.createElement("script");
  script.src = `player/${name}.js`;
  const pieces = new Promise<readonly string[]>((taken, failed) => {
    waiting.set(name, taken);
    script.onerror = () => failed(new Error(`player/${name}.js is missing.`));
  });
  document.head.append(script);
  await pieces.finally(() => script.remove());
  return pieces;
}
