import { addSound } from "../../api/sounds";
import { TakeUpload } from "../../api/takes";
import {
  canRecord,
  cannotRecord,
  type Microphone,
  openMicrophone,
  practice,
  recorderOf,
  recordingName,
} from "../../record/microphone";

const partMs = 1000;
const leastMs = 800; // what is shorter was a slide passed by

/** The state of a run's voices: how many are saved, how many are being saved, and the slides where saving failed. */
export interface VoicesState {
  saved: number;
  saving: number;
  failed: readonly string[];
}

interface Recorded {
  take: TakeUpload;
  slideId: string;
  title: string;
}

/** Records a voice for each slide during a run. Each becomes a voice cue on its slide. */
export class SlideVoices {
  private recorder: MediaRecorder | undefined;
  private failed: Recorded[] = [];
  private state: VoicesState = { saved: 0, saving: 0, failed: [] };
  private listeners = new Set<() => void>();

  private constructor(
    private readonly showId: string,
    private readonly microphone: Microphone,
    private readonly context: AudioContext,
  ) {}

  /**
   * Opens a microphone.
   * @throws UserError if there is none, or the browser cannot record.
   */
  static async open(showId: string, usesPractice: boolean): Promise<SlideVoices> {
    const context = new AudioContext();
    try {
      const device = usesPractice ? practice : undefined;
      const microphone = await openMicrophone(device, context, { echoCancellation: true });
      const voices = new SlideVoices(showId, microphone, context);
      if (!canRecord()) {
        await voices.end();
        throw cannotRecord();
      }
      return voices;
    } catch (error) {
      if (context.state !== "closed") void context.close();
      throw error;
    }
  }

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  readonly snapshot = () => this.state;

  /** Ends the voice of the slide before, and begins the next. */
  slide(slideId: string, title: string) {
    this.recorder?.stop();
    const recorder = recorderOf(this.microphone.stream);
    const name = title.replace(/[^\p{L}\p{N} ]/gu, "").slice(0, 60) || "Voice";
    const take = new TakeUpload(this.showId, recordingName(name, recorder));
    const began = performance.now();
    recorder.ondataavailable = (event) => event.data.size > 0 && take.add(event.data);
    recorder.onstop = () => {
      if (performance.now() - began < leastMs) void take.drop().catch(() => undefined);
      else void this.save({ take, slideId, title });
    };
    recorder.start(partMs);
    this.recorder = recorder;
  }

  /** Ends the last voice and releases the microphone. */
  async end() {
    const { recorder } = this;
    this.recorder = undefined;
    if (recorder && recorder.state !== "inactive") {
      const stopped = new Promise((done) => recorder.addEventListener("stop", done));
      recorder.stop();
      await stopped;
    }
    this.microphone.end();
    if (this.context.state !== "closed") await this.context.close();
  }

  /** Saves failed recordings again. */
  retry() {
    const again = this.failed;
    this.failed = [];
    for (const recorded of again) void this.save(recorded);
  }

  private async save(recorded: Recorded) {
    this.set({ saving: this.state.saving + 1 });
    try {
      await addSound(this.showId, { ...(await recorded.take.finish()), kind: "voice", slideId: recorded.slideId });
      this.set({ saving: this.state.saving - 1, saved: this.state.saved + 1 });
    } catch {
      this.failed.push(recorded);
      this.set({ saving: this.state.saving - 1 });
    }
  }

  private set(change: Partial<VoicesState>) {
    this.state = { ...this.state, ...change, failed: this.failed.map((f) => f.title) };
    for (const listener of this.listeners) listener();
  }
}
