import { Limiter } from "./limiter";

// The globals of an audio worklet, which the type library for pages does not declare.
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
