import { addSound } from "../api/sounds";
import { TakeUpload } from "../api/takes";
import { practiceMicrophone } from "../record/practiceMicrophone";

const pieceMs = 1000;
const leastMs = 800; // what is shorter was a slide passed by

/** Records a voice for each slide while a show is stepped through: each lands on its slide as a voice cue. */
export class SlideVoices {
  private recorder: MediaRecorder | undefined;
  private landing: Promise<unknown>[] = [];
  /** How many have landed, and what went wrong last. */
  landed = 0;
  problem: string | undefined;

  private constructor(
    private showId: string,
    private stream: MediaStream,
    private close: () => void,
  ) {}

  /** Opens a microphone, the practice one where there is none. */
  static async open(showId: string): Promise<SlideVoices> {
    const stream = await navigator.mediaDevices
      ?.getUserMedia({ audio: { echoCancellation: true } })
      .catch(() => undefined);
    if (stream) return new SlideVoices(showId, stream, () => stream.getTracks().forEach((t) => t.stop()));
    const context = new AudioContext();
    const practice = practiceMicrophone(context);
    return new SlideVoices(showId, practice.stream, () => {
      practice.end();
      void context.close();
    });
  }

  /** Ends the voice of the slide before, and begins that of another. */
  slide(slideId: string, title: string) {
    this.recorder?.stop();
    const take = new TakeUpload(this.showId, `${title.replace(/[^\p{L}\p{N} ]/gu, "").slice(0, 60) || "Voice"}.webm`);
    const recorder = new MediaRecorder(this.stream, {
      mimeType: "audio/webm;codecs=opus",
      audioBitsPerSecond: 128_000,
    });
    const began = performance.now();
    recorder.ondataavailable = (event) => event.data.size > 0 && take.add(event.data);
    recorder.onstop = () => {
      const kept = performance.now() - began < leastMs ? take.drop() : this.land(take, slideId);
      this.landing.push(kept.catch((e: unknown) => (this.problem = (e as Error).message)));
    };
    recorder.start(pieceMs);
    this.recorder = recorder;
  }

  /** Ends the last voice, and waits until all have landed. */
  async end() {
    const { recorder } = this;
    if (recorder && recorder.state !== "inactive") {
      await new Promise((stopped) => {
        recorder.addEventListener("stop", stopped);
        recorder.stop();
      });
    }
    this.close();
    await Promise.all(this.landing);
  }

  private async land(take: TakeUpload, slideId: string) {
    await addSound(this.showId, { ...(await take.finish()), kind: "voice", slideId });
    this.landed += 1;
  }
}
