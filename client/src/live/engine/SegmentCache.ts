const prefix = "phonaris-run-";

/** Gives a piece of what is kept, coded. */
export type ReadPiece = (piece: number) => Promise<ArrayBuffer>;

/**
 * What a run sounds from, coded, in the browser's cache storage: on its disk, where it is to be had when the server is gone. Gone with its
 * page, or when the next one comes. (Files of the browser's own file system are as good, but closing one waits for a busy disk.)
 */
export class SegmentCache {
  private constructor(
    private name: string,
    private cache: Cache,
    private release: () => void,
  ) {}

  static async open(runId: string): Promise<SegmentCache> {
    const name = `${prefix}${runId}`;
    // Held for as long as the page lives, so that others know that it is still needed.
    const release = await new Promise<() => void>((held) => {
      void navigator.locks.request(name, () => new Promise<void>((done) => held(done)));
    });
    const { held = [] } = await navigator.locks.query();
    const needed = new Set(held.map((lock) => lock.name));
    for (const old of await caches.keys()) if (old.startsWith(prefix) && !needed.has(old)) await caches.delete(old);
    return new SegmentCache(name, await caches.open(name), release);
  }

  /** Keeps a stem's pieces as they come; tells how many are there. */
  async keep(
    stem: number,
    pieces: AsyncIterable<Uint8Array<ArrayBuffer>>,
    told: (count: number) => void,
  ): Promise<ReadPiece> {
    const address = (piece: number) => `/kept/${stem}/${piece}`;
    let count = 0;
    for await (const bytes of pieces) {
      await this.cache.put(address(count), new Response(bytes));
      told(++count);
    }
    return async (piece) => {
      const kept = await this.cache.match(address(piece));
      if (!kept) throw new Error("The browser has given up what it had kept.");
      return kept.arrayBuffer();
    };
  }

  async close() {
    await caches.delete(this.name);
    this.release();
  }
}
