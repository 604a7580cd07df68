import { fetchFile } from "../../api/client";
import { filesOf, neededAt, neededOn, pieceUrl, type NeededFile } from "./neededFiles";
import { picturesOf, type Pictures } from "./pictures";
import type { ShowCache } from "./ShowCache";
import type { Stage } from "./Stage";
import { failures } from "./words";

const atOnce = 4; // files loaded side by side
const retryMs = 5_000;
const steps = 100; // in which progress is reported: hours of sound have thousands of pieces

/** Where the plan of a run is stored in the browser. */
export const runUrl = (runId: string) => `/runs/${runId}`;

/** How far the files of a run are loaded. */
export interface LoadState {
  /** The fraction that is loaded, or could not be. */
  fraction: number;
  /** Whether what is needed at the current place is loaded, as far as it can be. */
  isReady: boolean;
  /** Whether nothing is left to load. */
  isComplete: boolean;
  /** The slides whose pictures, and the sounds, that could not be loaded. */
  missing: { pictures: readonly string[]; sounds: readonly string[] };
  /** Why nothing can be loaded. */
  problem?: string | undefined;
}

/**
 * The files that a run needs: pictures, videos, and sound in pieces. They are loaded in the order in which they can be needed from the
 * current place on, and kept in the browser, so that a loaded show goes on without the server, and begins at once the next time.
 */
export class RunFiles {
  readonly pictures: Pictures;
  private files: NeededFile[];
  private queue: NeededFile[] = [];
  private taken = new Set<string>();
  private loading = new Map<string, Promise<Response>>();
  private here = new Set<string>();
  private failed = new Map<string, NeededFile>();
  /** What is needed at the current place and not loaded yet. */
  private first = new Set<string>();
  private totalWeight: number;
  private doneWeight = 0;
  private working = 0;
  private closed = new AbortController();
  private timer = 0;
  private place = 0;
  private listeners = new Set<() => void>();
  private state: LoadState = { fraction: 0, isReady: false, isComplete: false, missing: { pictures: [], sounds: [] } };

  constructor(
    private showId: string,
    private stage: Stage,
    private cache: ShowCache,
  ) {
    this.pictures = picturesOf(showId, stage.view);
    this.files = filesOf(showId, stage.view, this.pictures);
    this.totalWeight = weigh(this.files);
    // A stored piece is read when it is played.
    for (const file of this.files)
      if (file.kind === "piece" && cache.has(file.address)) {
        this.here.add(file.address);
        this.settle(file);
      }
    stage.view.stems.forEach((_, stem) => stage.sound.stems.add(stem, (piece) => this.readPiece(stem, piece)));
  }

  subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  snapshot = () => this.state;

  /** Whether a place can be shown at once. */
  isHereAt(place: number): boolean {
    return (
      this.state.isComplete ||
      neededOn(this.showId, this.stage.view, this.pictures, place).every((address) => this.here.has(address))
    );
  }

  /** Loads everything, first what is needed at a place. */
  load(place: number) {
    this.place = place;
    if (this.here.size === this.files.length && this.state.isComplete) return;
    const needed = neededAt(this.showId, this.stage.view, this.pictures, place);
    const fromMs = this.stage.places[place]?.atMs ?? 0;
    const rank = (file: NeededFile) => (needed.has(file.address) ? 0 : file.atMs >= fromMs ? 1 : 2);
    const left = this.files.filter((f) => !this.here.has(f.address) && !this.failed.has(f.address));
    this.queue = left.filter((f) => !this.taken.has(f.address)).sort((a, b) => rank(a) - rank(b) || a.atMs - b.atMs);
    this.first = new Set(left.map((f) => f.address).filter((a) => needed.has(a)));
    while (this.working < atOnce && this.queue.length > 0) void this.work();
    this.report();
  }

  /** Loads again what could not be loaded. */
  retry() {
    for (const file of this.failed.values()) this.doneWeight -= file.weight;
    this.failed.clear();
    this.state = { ...this.state, problem: undefined };
    this.load(this.place);
  }

  /** Keeps trying to load what could not be loaded. */
  keepTrying() {
    window.clearInterval(this.timer);
    this.timer = window.setInterval(() => this.failed.size > 0 && this.working === 0 && this.retry(), retryMs);
  }

  close() {
    window.clearInterval(this.timer);
    this.closed.abort();
    this.queue = [];
    this.cache.close();
    for (const address of this.stage.videos.values()) URL.revokeObjectURL(address);
  }

  /** A piece that is needed now: it does not wait for others. */
  private async readPiece(stem: number, piece: number): Promise<ArrayBuffer> {
    const address = pieceUrl(this.showId, this.stage.view, stem, piece);
    return (await this.get(address)).arrayBuffer();
  }

  private async work() {
    this.working++;
    for (let file = this.queue.shift(); file; file = this.queue.shift()) {
      this.taken.add(file.address);
      try {
        await this.take(file);
        this.here.add(file.address);
        this.settle(file);
      } catch (e) {
        if (this.closed.signal.aborted) break;
        this.fail(file, e);
      }
      this.taken.delete(file.address);
      this.report();
    }
    this.working--;
    if (this.state.isComplete && this.working === 0)
      await this.cache
        .keepOnly(new Set([...this.files.map((f) => f.address), runUrl(this.stage.view.id)]))
        .catch(() => undefined);
  }

  private async take(file: NeededFile) {
    const answer = await this.get(file.address);
    if (file.kind === "picture") file.picture.file = await answer.blob();
    else if (file.kind === "video") this.stage.videos.set(file.file, URL.createObjectURL(await answer.blob()));
  }

  /** Counts a file that is loaded, or could not be. */
  private settle(file: NeededFile) {
    this.doneWeight += file.weight;
    this.first.delete(file.address);
  }

  private fail(file: NeededFile, why: unknown) {
    if (why instanceof DOMException && why.name === "QuotaExceededError")
      this.state = { ...this.state, problem: failures.diskFull };
    // The rest of a stem that cannot be rendered need not be tried.
    const isHopeless = (other: NeededFile) =>
      other.kind === "piece" && file.kind === "piece" && other.stem === file.stem;
    for (const hopeless of [file, ...this.queue.filter(isHopeless)]) {
      this.failed.set(hopeless.address, hopeless);
      this.settle(hopeless);
    }
    this.queue = this.queue.filter((other) => !isHopeless(other));
  }

  /** A file from the browser's storage or, once, from the server. */
  private async get(address: string): Promise<Response> {
    const stored = this.cache.has(address) ? await this.cache.read(address) : undefined;
    if (stored) return stored;
    const known = this.loading.get(address);
    if (known) return (await known).clone();
    const loading = this.fetchAndKeep(address);
    this.loading.set(address, loading);
    try {
      return (await loading).clone();
    } finally {
      this.loading.delete(address);
    }
  }

  private async fetchAndKeep(address: string): Promise<Response> {
    const query = address.endsWith("/file") ? "?wait=true" : "";
    const answer = await fetchFile(address + query, { signal: this.closed.signal });
    // Read to its end before it is stored: a file is here and whole, or not at all.
    const whole = new Response(await answer.blob(), { headers: answer.headers });
    await this.cache.keep(address, whole.clone());
    return whole;
  }

  private report() {
    const { fraction, isReady, isComplete, missing } = this.state;
    const done = this.totalWeight === 0 ? 1 : this.doneWeight / this.totalWeight;
    const next: LoadState = {
      ...this.state,
      fraction: Math.floor(done * steps) / steps,
      isReady: this.first.size === 0,
      isComplete: this.doneWeight >= this.totalWeight,
      missing: this.missing(),
    };
    const names = (m: LoadState["missing"]) => [...m.pictures, ...m.sounds].join();
    if (
      next.fraction === fraction &&
      next.isReady === isReady &&
      next.isComplete === isComplete &&
      names(next.missing) === names(missing)
    )
      return;
    this.state = next;
    for (const listener of this.listeners) listener();
  }

  private missing(): LoadState["missing"] {
    const { stems, plan } = this.stage.view;
    const [pictures, sounds] = [new Set<string>(), new Set<string>()];
    for (const file of this.failed.values())
      if (file.kind === "picture") pictures.add(`slide ${file.number}`);
      else
        for (const cue of plan.cues)
          if (file.kind === "video" ? cue.video?.file === file.file : stems[file.stem]?.cueIds.includes(cue.id))
            sounds.add(cue.name);
    return { pictures: [...pictures], sounds: [...sounds] };
  }
}

const weigh = (files: readonly NeededFile[]) => files.reduce((sum, f) => sum + f.weight, 0);
