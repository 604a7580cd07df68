import type { Schemas } from "../api/client";
import type { LiveSound } from "./LiveSound";

type RunView = Schemas["RunView"];

/** Fetches all that is needed to sound, one stem after the other; tells the fraction there, and what could not be had. */
export async function fetchStems(
  showId: string,
  run: RunView,
  sound: LiveSound,
  told: (fraction: number) => void,
  cancel: AbortSignal,
): Promise<string[]> {
  const total = run.stems.reduce((sum, s) => sum + s.frames, 0);
  let had = run.stems.filter((s) => sound.has(s.cueId)).reduce((sum, s) => sum + s.frames, 0);
  const missing: string[] = [];
  for (const stem of run.stems) {
    if (sound.has(stem.cueId)) continue;
    try {
      const answer = await fetch(`/api/shows/${showId}/runs/${run.id}/stems/${stem.cueId}`, { signal: cancel });
      if (!answer.ok || !answer.body) throw new Error();
      const bytes = new Uint8Array(stem.frames * 8);
      let at = 0;
      for await (const part of parts(answer.body)) {
        bytes.set(part.subarray(0, bytes.length - at), at);
        at += part.length;
        told((had + at / 8) / total);
      }
      if (at !== bytes.length) throw new Error();
      const samples = new Float32Array(bytes.buffer);
      const [left, right] = [new Float32Array(stem.frames), new Float32Array(stem.frames)];
      for (let i = 0; i < stem.frames; i++) {
        left[i] = samples[2 * i] ?? 0;
        right[i] = samples[2 * i + 1] ?? 0;
      }
      sound.put(stem.cueId, left, right, stem.loopFrom);
      had += stem.frames;
    } catch {
      if (cancel.aborted) return missing;
      missing.push(run.plan.cues.find((c) => c.cueId === stem.cueId)?.name ?? stem.cueId);
    }
  }
  told(1);
  return missing;
}

async function* parts(body: ReadableStream<Uint8Array>) {
  const reader = body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    yield value;
  }
}
