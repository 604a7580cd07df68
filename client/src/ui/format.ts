/** Frames (one sample per channel) in a second, and in a millisecond. */
export const framesPerSecond = 48_000;
const framesPerMs = framesPerSecond / 1000;

export const msOfFrames = (frames: number) => Math.round(frames / framesPerMs);
export const framesOfMs = (ms: number) => Math.round(ms) * framesPerMs;

/** Frames as m:ss.s, truncated to the tenth, like the server. */
export function time(frames: number): string {
  const tenths = Math.floor((frames * 10) / framesPerSecond);
  return `${Math.floor(tenths / 600)}:${String(Math.floor(tenths / 10) % 60).padStart(2, "0")}.${tenths % 10}`;
}

/** Frames as m:ss, for lists. */
export const shortTime = (frames: number) => time(frames).slice(0, -2);

/** Milliseconds as seconds: 1.5 s. */
export const seconds = (ms: number) => `${(ms / 1000).toFixed(ms % 100 === 0 ? 1 : ms % 10 === 0 ? 2 : 3)} s`;

/** A hold in short form: 10 s, 8.5 s. */
export const hold = (ms: number) => `${Number((ms / 1000).toFixed(3))} s`;

/** A level: −14.0 dB. */
export const decibels = (db: number) => `${db < 0 ? "−" : ""}${Math.abs(db).toFixed(1)} dB`;

/** Reads "1.5", "1.5 s", "1:30" or "0:08.5" as milliseconds; undefined when it is none of these. */
export function readMs(typed: string): number | undefined {
  const match = /^\s*(?:(\d+):)?(\d+(?:[.,]\d+)?)\s*s?\s*$/.exec(typed);
  if (!match?.[2]) return undefined;
  return Math.round((Number(match[1] ?? 0) * 60 + Number(match[2].replace(",", "."))) * 1000);
}

/** Reads "-14", "−14.5 dB" as dB; undefined when it is no number. */
export function readDecibels(typed: string): number | undefined {
  const match = /^\s*([-−–+])?\s*(\d+(?:[.,]\d+)?)\s*(?:db)?\s*$/i.exec(typed);
  if (!match?.[2]) return undefined;
  const size = Number(match[2].replace(",", "."));
  return match[1] && match[1] !== "+" ? -size : size;
}

/** Milliseconds as m:ss.s, with more digits if needed. */
export const clock = (ms: number) => {
  const rest = ms % 100;
  return time(framesOfMs(ms)) + (rest ? String(rest).padStart(2, "0").replace(/0$/, "") : "");
};
