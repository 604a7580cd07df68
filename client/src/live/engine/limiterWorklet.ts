import { Limiter } from "./limiter";

// What an audio worklet finds about it, which the library of types for pages does not tell.
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, processor: new () => AudioWorkletProcessor): void;

registerProcessor(
  "limiter",
  class extends AudioWorkletProcessor {
    private limiter = new Limiter();

    process(inputs: Float32Array[][], outputs: Float32Array[][]) {
      this.limiter.process(inputs[0] ?? [], outputs[0] ?? []);
      return true;
    }
  },
);
