import { describe, expect, it } from "vitest";
import { delayFrames, Limiter } from "./limiter";
import recorded from "./limiter.json";

const samples = (base64: string) => new Float32Array(Uint8Array.from(atob(base64), (c) => c.charCodeAt(0)).buffer);
const side = (interleaved: Float32Array, which: number) => interleaved.filter((_, i) => i % 2 === which);

function run(input: Float32Array[], block: number) {
  const frames = (input[0]?.length ?? 0) + delayFrames;
  const output = [new Float32Array(frames), new Float32Array(frames)];
  const limiter = new Limiter();
  for (let from = 0; from < frames; from += block) {
    const to = Math.min(frames, from + block);
    limiter.process(
      input.map((s) => Float32Array.from({ length: to - from }, (_, i) => s[from + i] ?? 0)),
      output.map((s) => s.subarray(from, to)),
    );
  }
  return output.map((s) => s.subarray(delayFrames));
}

describe("the limiter of live sound", () => {
  const [input, output] = [samples(recorded.input), samples(recorded.output)];
  const sides = [side(input, 0), side(input, 1)];

  it.each([128, 1, 997])("equals the engine's, in blocks of %i", (block) => {
    const limited = run(sides, block);
    expect(Math.max(...sides.map((s) => Math.max(...s)))).toBeGreaterThan(1.5);
    for (const which of [0, 1])
      side(output, which).forEach((expected, i) =>
        expect(Math.abs((limited[which]?.[i] ?? 0) - expected)).toBeLessThan(2e-6),
      );
  });

  it("keeps quiet samples bit for bit", () => {
    const low = sides.map((s) => s.map((v) => v * 0.2));
    run(low, 128).forEach((s, which) => expect(s).toEqual(low[which]));
  });
});
