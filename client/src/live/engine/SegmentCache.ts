const prefix = "phonaris-run-";

/** Returns a stored piece, encoded. */
export type ReadPiece = (piece: number) => Promise<ArrayBuffer>;

/**
 * The encoded sound of a run in the browser's cache storage, on its disk, available without the server. Deleted with its
 * page, or when the next one opens. (The browser's own file system works as well, but closing a file waits for a busy disk.)
 */
export class SegmentCache {
  private constructor(
    private name: string,
    private cache: Cache,
    private release: () => void,
  ) {}

  static async open(runId: string): Promise<SegmentCache> {
    const name = `${prefix}${runId}`;
    // Held for the lifetime of the page, so that other pages know it is in use.
    const release = await new Promise<() => void>((held) => {
      void navigator.locks.request(name, () => new Promise<void>((done) => held(done)));
    });
    const { held = [] } = await navigator.locks.query();
    const needed = new Set(held.map((lock) => lock.name));
    for (const old of await caches.keys()) if (old.startsWith(prefix) && !needed.has(old)) await caches.delete(old);
    return new SegmentCache(name, await caches.open(name), release);
  }

  /** Stores a stem's pieces as they arrive; reports how many there are. */
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
