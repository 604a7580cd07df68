/**
 * The look-ahead true-peak limiter of the engine (Limiter in Core/Signal explains it), for sound in blocks: sound below the
 * ceiling comes out bit for bit, delayed by {@link delayFrames}. Held to the engine's by the case recorded beside this file.
 */
const periodFrames = 48;
const attack = 5;
const release = 100;
const threshold = 10 ** (-1 / 20);
const ceiling = 10 ** (-1.1 / 20);
const falls = Float64Array.from({ length: release }, (_, j) => 0.5 + 0.5 * Math.cos((Math.PI * j) / release));

/** Its delay in frames: the look-ahead, in whole periods. */
export const delayFrames = (attack + 2) * periodFrames;

/** The interpolation filter of ITU-R BS.1770-5, Annex 2: two of its four phases; the others are these, reversed. */
const taps = 12;
const phases = [
  [
    0.001708984375, 0.010986328125, -0.0196533203125, 0.033203125, -0.0594482421875, 0.1373291015625, 0.97216796875,
    -0.102294921875, 0.047607421875, -0.026611328125, 0.014892578125, -0.00830078125,
  ],
  [
    -0.0291748046875, 0.029296875, -0.0517578125, 0.089111328125, -0.16650390625, 0.465087890625, 0.77978515625,
    -0.2003173828125, 0.1015625, -0.0582275390625, 0.0330810546875, -0.0189208984375,
  ],
];
const filter = [...phases, ...phases.map((phase) => [...phase].reverse())].map((phase) => Float64Array.from(phase));
const bound = Math.max(1, ...filter.map((phase) => phase.reduce((sum, c) => sum + Math.abs(c), 0)));
const before = 5;
const after = 6;

/** The periods of past and look-ahead that are kept, as a power of two. */
const bufferPeriods = 128;
const bufferFrames = bufferPeriods * periodFrames;

export class Limiter {
  private sound = [new Float32Array(bufferFrames), new Float32Array(bufferFrames)];
  private released = new Float64Array(bufferPeriods).fill(1);
  private held = new Float64Array(bufferPeriods).fill(1);
  private edges = new Float64Array(bufferPeriods).fill(1);
  /** Frames received, and periods whose required gain is known. */
  private taken = 0;
  private known = 0;

  /** Takes a block of left and right, and returns as much of what was received before. */
  process(input: readonly Float32Array[], output: readonly Float32Array[]) {
    const count = output[0]?.length ?? 0;
    for (let i = 0; i < count; i++) {
      const at = this.taken++ % bufferFrames;
      this.sound.forEach((kept, side) => (kept[at] = input[side]?.[i] ?? 0));
      if (this.taken >= (this.known + 1) * periodFrames + after) this.look();
      const out = this.taken - 1 - delayFrames;
      const gain = out < 0 ? 1 : this.gainAt(out);
      output.forEach((into, side) => (into[i] = out < 0 ? 0 : (this.sound[side]?.[out % bufferFrames] ?? 0) * gain));
    }
  }

  /** Computes the gain the next period needs, and the gains at the edges that are final with it. */
  private look() {
    const period = this.known++;
    const need = this.need(period);
    // After the longest release nothing of the past affects an edge.
    this.released[(period + release + 1) % bufferPeriods] = 1;
    if (need < 1) {
      this.lower(period, need);
      for (let j = 0; j < release; j++) this.lower(period + 1 + j, 1 - (1 - need) * (falls[j] ?? 0));
    }
    // The gain at an edge is final once its own period is known.
    const edge = period - attack + 1;
    this.held[(edge + bufferPeriods) % bufferPeriods] = least(this.released, edge, attack);
    let sum = 0;
    for (let e = edge - attack + 1; e <= edge; e++) sum += this.held[(e + bufferPeriods) % bufferPeriods] ?? 1;
    const mean = sum === attack ? 1 : sum / attack;
    this.edges[(edge + bufferPeriods) % bufferPeriods] = Math.min(
      mean,
      this.released[(edge + bufferPeriods) % bufferPeriods] ?? 1,
    );
  }

  private lower(edge: number, to: number) {
    const at = edge % bufferPeriods;
    this.released[at] = Math.min(this.released[at] ?? 1, to);
  }

  private gainAt(frame: number) {
    const period = Math.floor(frame / periodFrames);
    const from = this.edges[period % bufferPeriods] ?? 1;
    const to = this.edges[(period + 1) % bufferPeriods] ?? 1;
    return from === 1 && to === 1 ? 1 : from + (to - from) * ((frame % periodFrames) / periodFrames);
  }

  /** The ceiling divided by the true peak where that is too high, otherwise 1. */
  private need(period: number) {
    const first = period * periodFrames;
    let peak = 0;
    for (const kept of this.sound)
      for (let i = -before; i < periodFrames + after; i++) peak = Math.max(peak, Math.abs(at(kept, first + i)));
    if (peak * bound <= threshold) return 1;
    peak = 0;
    for (const kept of this.sound)
      for (let i = 0; i < periodFrames; i++) {
        peak = Math.max(peak, Math.abs(at(kept, first + i)));
        for (const phase of filter) {
          let sum = 0;
          // Tap 0 weights the newest sample.
          for (let tap = 0; tap < taps; tap++) sum += at(kept, first + i + after - tap) * (phase[tap] ?? 0);
          peak = Math.max(peak, Math.abs(sum));
        }
      }
    return peak > threshold ? ceiling / peak : 1;
  }
}

const at = (kept: Float32Array, frame: number) => (frame < 0 ? 0 : (kept[frame % bufferFrames] ?? 0));

function least(values: Float64Array, from: number, count: number) {
  let smallest = 1;
  for (let e = from; e < from + count; e++)
    smallest = Math.min(smallest, values[(e + bufferPeriods) % bufferPeriods] ?? 1);
  return smallest;
}
