import { send } from "../api/client";
import { errorOf } from "../api/errors";
import { framesPerSecond } from "../ui/format";
import { listeningContext, restSoon } from "./listeningContext";
import { watchClock } from "./watchClock";

/** A chunk of rendered sound, left channel then right; "same" when the named chunk is still valid, "end" beyond the end. */
export type Fetched = { samples: Float32Array<ArrayBuffer>; tag: string } | "same" | "end";
export type FetchChunk = (
  chunk: number,
  tag: string | undefined,
  signal: AbortSignal,
  heard: string,
) => Promise<Fetched>;

interface Scheduled {
  chunk: number;
  tag: string;
  /** When its first sample sounds, on the audio clock. */
  startsAt: number;
  lasts: number;
  source: AudioBufferSourceNode;
  gain: GainNode;
}

const chunkFrames = 24_000; // asked for at once: short, so that a change is heard at once
const chunkSeconds = chunkFrames / framesPerSecond;
const ahead = 4; // seconds fetched before they are due
const lead = 0.06; // seconds between asking and sounding
const soon = 0.005; // seconds ahead of now that a changeover can be set for
const near = 0.15; // seconds ahead of now that are renewed first
const patience = 100; // milliseconds that what comes next is held back for them
const short = 1; // seconds that are scheduled still when more is fetched whatever else is going on
const breakOff = 0.01; // seconds of fade when it is stopped
const changeover = 0.005; // seconds of crossfade when a sounding chunk is replaced

/**
 * Plays sound from the engine in short chunks, joined to the sample on the audio clock. An edit during playback is
 * heard at once: changed chunks are fetched again and crossfaded in.
 */
export class ChunkPlayer {
  private context: AudioContext | undefined;
  private analyser: AnalyserNode | undefined;
  private volume: GainNode | undefined;
  private volumeSet = 1;
  private only = "";
  private matched = "";
  private levels = new Float32Array(512);
  private scheduled: Scheduled[] = [];
  /** The audio clock's time of frame 0. */
  private origin = 0;
  private next = 0;
  private ended = false;
  private stopFrame = Infinity;
  private rest = 0;
  private stands = false;
  private run: AbortController | undefined;
  private filling: AbortController | undefined;
  private refreshing: AbortController | undefined;
  private changes = 0;
  private timer = 0;
  private listeners = new Set<() => void>();

  constructor(
    private fetchChunk: FetchChunk,
    /** Called with the reason when nothing can be heard. */
    private failed: (error: unknown) => void = () => undefined,
  ) {}

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  playing = () => this.run !== undefined;

  /** Whether the audio clock stands still during playback: there is no output device. */
  isStalled = () => this.stands;

  /** The frame heard now, or where playback would continue. */
  position(): number {
    if (!this.context || !this.run) return this.rest;
    // Output latency: wireless headphones add a noticeable delay.
    const heard = (this.context.currentTime - (this.context.outputLatency || 0) - this.origin) * framesPerSecond;
    return Math.max(this.rest, Math.min(heard, this.stopFrame));
  }

  /** The peak of the last moments, 0 to 1. */
  level(): number {
    if (!this.analyser || !this.run) return 0;
    this.analyser.getFloatTimeDomainData(this.levels);
    return this.levels.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
  }

  async play(fromFrame: number, toFrame = Infinity) {
    this.halt();
    this.context = listeningContext();
    if (!this.analyser) {
      this.analyser = this.context.createAnalyser();
      this.analyser.fftSize = this.levels.length;
      this.volume = this.context.createGain();
      this.volume.gain.value = this.volumeSet;
      this.analyser.connect(this.volume).connect(this.context.destination);
    }
    const run = (this.run = new AbortController());
    this.rest = fromFrame;
    this.stopFrame = toFrame;
    this.ended = false;
    this.next = Math.floor(fromFrame / framesPerSecond / chunkSeconds);
    this.origin = Infinity;
    this.tell();
    this.watch(this.context, run);
    await this.context.resume();
    let first: Fetched;
    try {
      first = await this.fetchChunk(this.next, undefined, run.signal, this.heard);
    } catch (error) {
      if (run.signal.aborted) return;
      this.stop();
      return this.failed(error);
    }
    if (run.signal.aborted) return;
    // On the sample grid, so that chunks join without a gap.
    const at = this.context.currentTime + lead - fromFrame / framesPerSecond;
    this.origin = Math.round(at * framesPerSecond) / framesPerSecond;
    const chunk = this.next++;
    this.schedule(chunk, first, fromFrame / framesPerSecond - chunk * chunkSeconds);
    this.timer = window.setInterval(() => this.tick(), 100);
    await this.fill(run);
  }

  stop() {
    const at = this.position();
    this.halt();
    this.rest = at;
    this.tell();
  }

  /** The playback volume here, 0 to 1; it changes nothing in the show. */
  setVolume(volume: number) {
    this.volumeSet = volume;
    this.volume?.gain.setTargetAtTime(volume, this.context?.currentTime ?? 0, 0.01);
  }

  /** Plays only some cues, by their ids; all for none. */
  hearOnly(cueIds: readonly string[]) {
    this.only = cueIds.join(",");
    void this.refresh();
  }

  /** Plays the show with all levels matched except those of some cues. */
  hearMatched(leftOut: readonly string[]) {
    this.hearAs(`&matched=true${leftOut.length > 0 ? `&leftOut=${leftOut.join(",")}` : ""}`);
  }

  /** Plays the levels as set. */
  hearAsTheyAre() {
    this.hearAs("");
  }

  private hearAs(matched: string) {
    if (matched === this.matched) return;
    this.matched = matched;
    void this.refresh();
  }

  /** The query parameters of the playback mode. */
  private get heard() {
    return `${this.only ? `&only=${this.only}` : ""}${this.matched}`;
  }

  /** Goes to a frame, and continues playing if it was. */
  seek(frame: number) {
    if (this.playing()) void this.play(frame);
    else {
      this.rest = frame;
      this.tell();
    }
  }

  /** The sound may have changed: checks the chunks not heard yet, and replaces those that have changed. */
  refresh = async () => {
    const run = this.run;
    if (!run || !this.context) return;
    this.changes++;
    // Requests of an earlier change are obsolete.
    this.refreshing?.abort();
    const { signal } = (this.refreshing = new AbortController());
    const now = this.context.currentTime;
    const open = this.scheduled.filter((c) => c.startsAt + c.lasts > now);
    // The end may have moved.
    this.ended = false;
    const renew = async (chunk: Scheduled) => {
      const fetched = await this.fetchChunk(chunk.chunk, chunk.tag, signal, this.heard).catch(() => "same" as const);
      if (!signal.aborted && fetched !== "same") this.replace(chunk, fetched);
    };
    // The chunk playing now comes first, but it may be over before it is rendered. The following ones are requested in order, so that the chunk due
    // next does not wait for a later one.
    const isNear = (chunk: Scheduled) => chunk.startsAt < now + near;
    const first = Promise.all(open.filter(isNear).map(renew));
    await Promise.race([first, new Promise((done) => window.setTimeout(done, patience))]);
    for (const chunk of open) if (!isNear(chunk) && !signal.aborted) await renew(chunk);
    await first;
    if (signal.aborted) return;
    this.refreshing = undefined;
    await this.fill(run);
  };

  private async fill(run: AbortController) {
    if (this.filling === run) return;
    this.filling = run;
    try {
      await this.fillAhead(run);
    } finally {
      if (this.filling === run) this.filling = undefined;
    }
  }

  private async fillAhead(run: AbortController) {
    while (!this.ended && this.context && this.origin + this.next * chunkSeconds < this.context.currentTime + ahead) {
      const [chunk, changes] = [this.next++, this.changes];
      const fetched = await this.fetchChunk(chunk, undefined, run.signal, this.heard).catch(() => undefined);
      if (run.signal.aborted) return;
      if (changes !== this.changes) {
        // It may have been rendered before the change: requested again, after the chunks due earlier.
        this.next = chunk;
        if (this.refreshing) return;
        continue;
      }
      if (fetched === undefined) {
        // The server does not respond: what is scheduled keeps playing, and this chunk is requested again.
        this.next = Math.min(this.next, chunk);
        return;
      }
      this.schedule(chunk, fetched, 0);
    }
  }

  private schedule(chunk: number, fetched: Fetched, skip: number) {
    if (fetched === "end" || fetched === "same" || !this.context) return this.endAt(chunk);
    const startsAt = this.origin + chunk * chunkSeconds;
    const late = Math.max(0, this.context.currentTime + 0.005 - (startsAt + skip));
    this.start(chunk, fetched, skip + late, startsAt + skip + late, false);
  }

  /** The show ends before this chunk. The end may move; then it is requested again. */
  private endAt(chunk: number) {
    this.ended = true;
    this.next = Math.min(this.next, chunk);
  }

  private replace(old: Scheduled, fetched: Fetched) {
    if (!this.context) return;
    const at = Math.max(this.context.currentTime + soon, old.startsAt);
    const sounding = at > old.startsAt;
    old.gain.gain.setValueAtTime(1, at);
    if (sounding) old.gain.gain.linearRampToValueAtTime(0, at + changeover);
    old.source.stop(sounding ? at + changeover : at);
    this.scheduled = this.scheduled.filter((c) => c !== old);
    if (fetched === "end" || fetched === "same") this.endAt(old.chunk);
    else this.start(old.chunk, fetched, at - old.startsAt, at, sounding);
  }

  private start(
    number: number,
    { samples, tag }: { samples: Float32Array<ArrayBuffer>; tag: string },
    offset: number,
    at: number,
    swell: boolean,
  ) {
    if (!this.context || !this.analyser) return;
    const frames = samples.length / 2;
    if (frames === 0 || offset >= frames / framesPerSecond) return;
    const buffer = this.context.createBuffer(2, frames, framesPerSecond);
    buffer.copyToChannel(samples.subarray(0, frames), 0);
    buffer.copyToChannel(samples.subarray(frames), 1);
    const source = this.context.createBufferSource();
    const gain = this.context.createGain();
    source.buffer = buffer;
    source.connect(gain).connect(this.analyser);
    if (swell) {
      gain.gain.setValueAtTime(0, at);
      gain.gain.linearRampToValueAtTime(1, at + changeover);
    }
    source.start(at, offset);
    const left = this.stopFrame / framesPerSecond - (number * chunkSeconds + offset);
    if (left < frames / framesPerSecond - offset) source.stop(at + Math.max(0, left));
    this.scheduled.push({
      chunk: number,
      tag,
      startsAt: this.origin + number * chunkSeconds,
      lasts: frames / framesPerSecond,
      source,
      gain,
    });
  }

  private watch(context: AudioContext, run: AbortController) {
    const told = (stands: boolean) => {
      this.stands = stands;
      this.tell();
    };
    const end = watchClock(context, () => true, told);
    run.signal.addEventListener("abort", () => {
      end();
      this.stands = false;
    });
  }

  private tick() {
    if (!this.run || !this.context) return;
    const now = this.context.currentTime;
    this.scheduled = this.scheduled.filter((c) => c.startsAt + c.lasts > now - 1);
    const last = this.scheduled.at(-1);
    const over = this.ended && (!last || last.startsAt + last.lasts < now);
    if (over || this.position() >= this.stopFrame) {
      const end = Number.isFinite(this.stopFrame) ? this.stopFrame : this.position();
      this.halt();
      this.rest = end;
      this.tell();
    } else if (!this.refreshing || this.origin + this.next * chunkSeconds < now + short) void this.fill(this.run);
  }

  private halt() {
    this.run?.abort();
    this.run = undefined;
    this.refreshing?.abort();
    this.refreshing = undefined;
    window.clearInterval(this.timer);
    // A hard stop would click.
    const now = this.context?.currentTime ?? 0;
    for (const { source, gain, startsAt } of this.scheduled) {
      const sounds = startsAt < now;
      if (sounds) gain.gain.setValueAtTime(1, now);
      if (sounds) gain.gain.linearRampToValueAtTime(0, now + breakOff);
      source.stop(sounds ? now + breakOff : now);
    }
    this.scheduled = [];
    if (this.context) restSoon();
  }

  private tell() {
    for (const listener of this.listeners) listener();
  }
}

/** Fetches chunks from an address that returns the requested frames. */
export function chunksFrom(address: string): FetchChunk {
  return async (chunk, tag, signal, heard) => {
    const frames = `from=${chunk * chunkFrames}&to=${(chunk + 1) * chunkFrames}`;
    const response = await send(`${address}${address.includes("?") ? "&" : "?"}${frames}${heard}`, {
      signal,
      cache: tag ? "no-store" : "default",
      headers: tag ? { "If-None-Match": tag } : {},
    });
    if (response.status === 304) return "same";
    // The file, or the show, no longer exists.
    if (response.status === 204 || response.status === 404) return "end";
    if (!response.ok) throw errorOf(response.status, undefined);
    return { samples: new Float32Array(await response.arrayBuffer()), tag: response.headers.get("ETag") ?? "" };
  };
}
