declare module "webvtt-parser" {
  export class WebVTTParser {
    parse(text: string): {
      cues: { startTime: number; endTime: number; text: string }[];
      errors: unknown[];
    };
  }
}
