import { afterEach, expect, it, vi } from "vitest";
import type { Schemas } from "../../api/client";
import { liveCue } from "../../tests/liveCue";
import { LiveSound } from "./LiveSound";

vi.mock("./limiterWorklet?worker&url", () => ({ default: "" }));
afterEach(() => vi.unstubAllGlobals());

/** A gain that remembers where it was told to go. */
const param = () => ({
  value: 1,
  ramps: [] as number[],
  setValueCurveAtTime: () => undefined,
  cancelScheduledValues: () => undefined,
  setValueAtTime: () => undefined,
  exponentialRampToValueAtTime(this: { ramps: number[] }, to: number) {
    this.ramps.push(to);
  },
});

it("ducks a bed for a voice that starts with it, in either order", () => {
  for (const order of [
    ["voice", "bed"],
    ["bed", "voice"],
  ]) {
    const gains: ReturnType<typeof param>[] = [];
    const node = (more: object = {}) => ({ connect: (to: object) => to, disconnect: () => undefined, ...more });
    vi.stubGlobal(
      "AudioContext",
      class {
        currentTime = 10;
        sampleRate = 48_000;
        createAnalyser = () => node();
        createBufferSource = () => node({ start: () => undefined, stop: () => undefined });
        createGain = () => {
          const gain = param();
          gains.push(gain);
          return node({ gain });
        };
      },
    );
    const sound = new LiveSound({ curves: { linear: [0, 1] }, stems: [] } as unknown as Schemas["RunView"], () => {});
    const buffer = { length: 480_000 } as AudioBuffer;
    sound.stems.of = () => ({
      frames: 480_000,
      loopFrom: 480_000,
      pieceFrames: 480_000,
      ready: () => buffer,
      decoded: () => Promise.resolve(buffer),
    });
    const duck = {
      attackMs: 150,
      holdMs: 400,
      releaseMs: 800,
      depthDb: null,
      spoken: [{ fromMs: 1000, toMs: 3000 }],
    };
    const cues = {
      voice: liveCue("voice", "Voice", { kind: "voice", duck }),
      bed: liveCue("bed", "Bed", { kind: "bed", overDb: 6, duck: null }),
    };
    for (const id of order as ("voice" | "bed")[])
      sound.carryOut({ kind: "start", cueId: id, fromMs: 0, fade: { ms: 0, curve: "linear" } } as never, cues[id]);
    // Down by 6 dB, and up again.
    const room = gains.find((g) => g.ramps.length > 0);
    expect(Math.min(...(room?.ramps ?? [1]))).toBeCloseTo(10 ** (-6 / 20), 3);
  }
});
