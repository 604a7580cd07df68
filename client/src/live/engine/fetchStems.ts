import { fetchFile, type Schemas } from "../../api/client";
import type { LiveSound } from "./LiveSound";
import { failures } from "./words";

type RunView = Schemas["RunView"];

const atOnce = 2; // stems fetched side by side
const lengthBytes = 4; // before each piece, its length

/** Downloads all sound of a run to the disk; reports the fraction, and what failed. */
export async function fetchStems(
  showId: string,
  run: RunView,
  sound: LiveSound,
  told: (fraction: number) => void,
  cancel: AbortSignal,
): Promise<string[]> {
  const kept = await sound.keep();
  const total = run.stems.reduce((sum, s) => sum + s.frames, 0);
  const waiting = [...run.stems.entries()].filter(([index]) => !sound.stems.has(index));
  let had = total - waiting.reduce((sum, [, s]) => sum + s.frames, 0);
  const missing = new Set<string>();
  const fetchOne = async (index: number, stem: RunView["stems"][number]) => {
    const answer = await fetchFile(`/api/shows/${showId}/runs/${run.id}/stems/${index}`, { signal: cancel });
    if (!answer.body) throw new Error("A stem without content.");
    let count = 0;
    const read = await kept.keep(index, piecesOf(answer.body), (there) => {
      had += Math.min(run.pieceFrames, stem.frames - count * run.pieceFrames);
      told(had / total);
      count = there;
    });
    if (count !== Math.ceil(stem.frames / run.pieceFrames)) throw new Error();
    sound.stems.add(index, read);
  };
  const fetchOnes = async () => {
    for (let next; (next = waiting.shift());) {
      const [index, stem] = next;
      try {
        await fetchOne(index, stem);
      } catch (e) {
        if (cancel.aborted) return;
        if (e instanceof DOMException && e.name === "QuotaExceededError")
          throw new Error(failures.diskFull, { cause: e });
        const names = run.plan.cues.filter((c) => stem.cueIds.includes(c.id)).map((c) => c.name);
        for (const name of names) missing.add(name);
      }
    }
  };
  await Promise.all(Array.from({ length: atOnce }, fetchOnes));
  told(1);
  return [...missing];
}

/** Reads consecutive items, each preceded by its length in bytes as 32 bits, little-endian. */
export async function* piecesOf(body: ReadableStream<Uint8Array<ArrayBuffer>>) {
  const reader = body.getReader();
  const parts: Uint8Array<ArrayBuffer>[] = [];
  let bytes = 0;
  const take = (length: number) => {
    const whole = new Uint8Array(length);
    let at = 0;
    while (at < length) {
      const part = parts[0] ?? new Uint8Array();
      const used = part.subarray(0, length - at);
      whole.set(used, at);
      at += used.length;
      if (used.length === part.length) parts.shift();
      else parts[0] = part.subarray(used.length);
    }
    bytes -= length;
    return whole;
  };
  for (let wanted: number | undefined; ;) {
    while (bytes < (wanted ?? lengthBytes)) {
      const { done, value } = await reader.read();
      if (done) return;
      parts.push(value);
      bytes += value.length;
    }
    if (wanted === undefined) wanted = new DataView(take(lengthBytes).buffer).getUint32(0, true);
    else {
      yield take(wanted);
      wanted = undefined;
    }
  }
}
