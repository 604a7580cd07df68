import { storage } from "../../ui/storage";

const prefix = "phonaris-show-";
const usesKey = "phonaris-cached-shows";
const mostShows = 6;

/**
 * The files of a show in the browser's cache storage, on its disk: available without the server, and kept for the next run. The least
 * recently presented shows are removed. (The browser's own file system works as well, but closing a file waits for a busy disk.)
 */
export class ShowCache {
  private constructor(
    private name: string,
    private cache: Cache,
    private here: Set<string>,
    private release: () => void,
  ) {}

  static async open(showId: string): Promise<ShowCache> {
    const name = prefix + showId;
    // Held for the lifetime of the page, so that other pages know it is in use.
    const release = await new Promise<() => void>((held) => {
      void navigator.locks.request(name, { mode: "shared" }, () => new Promise<void>((done) => held(done)));
    });
    noteUse(name);
    await removeOthers(mostShows);
    const cache = await caches.open(name);
    const here = new Set((await cache.keys()).map((request) => addressOf(new URL(request.url))));
    return new ShowCache(name, cache, here, release);
  }

  has = (address: string) => this.here.has(address);

  /** Stores a file; removes other shows if the browser has no space left. */
  async keep(address: string, answer: Response) {
    try {
      await this.cache.put(address, answer.clone());
    } catch (e) {
      if (!(e instanceof DOMException && e.name === "QuotaExceededError") || (await removeOthers(0)) === 0) throw e;
      await this.cache.put(address, answer);
    }
    this.here.add(address);
  }

  /** A stored file. */
  async read(address: string): Promise<Response | undefined> {
    const answer = await this.cache.match(address);
    if (!answer) this.here.delete(address);
    return answer;
  }

  /** Removes what is no longer needed, unless another page presents the show too. */
  async keepOnly(addresses: ReadonlySet<string>) {
    const { held = [] } = await navigator.locks.query();
    if (held.filter((lock) => lock.name === this.name).length > 1) return;
    for (const address of [...this.here].filter((a) => !addresses.has(a))) {
      await this.cache.delete(address);
      this.here.delete(address);
    }
  }

  close() {
    this.release();
  }
}

const addressOf = (url: URL) => url.pathname + url.search;

/** Removes the shows that no page presents, except the most recently presented ones; returns how many. */
async function removeOthers(kept: number): Promise<number> {
  const { held = [] } = await navigator.locks.query();
  const needed = new Set(held.map((lock) => lock.name));
  const uses = readUses();
  const others = (await caches.keys())
    // Earlier versions stored each run.
    .filter((name) => (name.startsWith(prefix) || name.startsWith("phonaris-run-")) && !needed.has(name))
    .sort((a, b) => (uses[b] ?? 0) - (uses[a] ?? 0));
  for (const name of others.slice(kept)) await caches.delete(name);
  return Math.max(0, others.length - kept);
}

function noteUse(name: string) {
  const latest = Object.entries({ ...readUses(), [name]: Date.now() }).sort(([, a], [, b]) => b - a);
  storage.setItem(usesKey, JSON.stringify(Object.fromEntries(latest.slice(0, 2 * mostShows))));
}

const readUses = () => JSON.parse(storage.getItem(usesKey) ?? "{}") as Record<string, number>;
