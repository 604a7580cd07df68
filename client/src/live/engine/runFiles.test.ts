import { afterEach, expect, it, vi } from "vitest";
import { liveCue } from "../../tests/liveCue";
import { viewOf } from "../../tests/show";
import { RunFiles } from "./RunFiles";
import type { ShowCache } from "./ShowCache";
import type { Stage } from "./Stage";

afterEach(() => vi.unstubAllGlobals());

const pieceFrames = 480_000;

/** Three slides: a bed of four pieces from the first, a manual spot and a voice on the last. */
function stageOf() {
  const places = [1, 2, 3].map((n) => ({
    slideId: `s${n}`,
    number: n,
    step: 0,
    atMs: (n - 1) * 20_000,
    held: n === 3 ? ["bed", "voice", "spot"] : ["bed"],
    byHand: n === 3 ? ["spot"] : [],
  }));
  const stems = [
    { key: "b", cueIds: ["bed"], frames: 3.5 * pieceFrames },
    { key: "v", cueIds: ["voice"], frames: 2 * pieceFrames },
    { key: "p", cueIds: ["spot"], frames: 2 * pieceFrames },
  ];
  const cues = [liveCue("bed", "Dusk pad"), liveCue("voice", "Welcome"), liveCue("spot", "Bell", { byHand: true })];
  const add = vi.fn<(index: number, read: (piece: number) => Promise<ArrayBuffer>) => void>();
  const view = { id: "r1", plan: { places, cues }, stems, pieceFrames, show: viewOf().show };
  return { places, view, videos: new Map(), sound: { stems: { add } } } as unknown as Stage & {
    sound: { stems: { add: typeof add } };
  };
}

/** A cache in memory. */
function cacheWith(stored = new Map<string, Response>()) {
  const cache = {
    has: (address: string) => stored.has(address),
    keep: (address: string, answer: Response) => Promise.resolve(void stored.set(address, answer)),
    read: (address: string) => Promise.resolve(stored.get(address)?.clone()),
    keepOnly: vi.fn(() => Promise.resolve()),
    close: () => undefined,
  };
  return cache as unknown as ShowCache & typeof cache;
}

const nameOf = (address: string) => /stems\/(\w\/\d)|slides\/(s\d)/.exec(address)?.slice(1).find(Boolean) ?? address;
const settled = () => new Promise((done) => setTimeout(done, 5));

it("loads what a place needs first, keeps it, and names what is missing", async () => {
  const stored = new Map<string, Response>();
  const asked: string[] = [];
  const broken = new Set<string>();
  let answer: (() => void)[] = [];
  vi.stubGlobal("fetch", (address: string) => {
    asked.push(nameOf(address));
    return new Promise((done, failed) =>
      answer.push(() => (broken.has(nameOf(address)) ? failed(new TypeError()) : done(new Response(nameOf(address))))),
    );
  });
  /** Answers all that is asked, until nothing is. */
  const answerAll = async () => {
    while (answer.length > 0) {
      const now = answer;
      answer = [];
      for (const one of now) one();
      await settled();
    }
  };
  const stage = stageOf();
  const files = new RunFiles("show", stage, cacheWith(stored));
  files.load(0);
  // Four at a time; the pictures of two slides, the beginning of the bed, and that of a manual cue later on.
  expect(asked).toHaveLength(4);
  const first = ["s1", "b/0", "b/1", "s2", "p/0"];
  while (!files.snapshot().isReady) {
    const [one] = answer.splice(0, 1);
    one?.();
    await settled();
  }
  expect(new Set(asked.slice(0, first.length))).toEqual(new Set(first));
  expect(files.snapshot()).toMatchObject({ isReady: true, isComplete: false });
  // What is read now does not wait for the rest, and is fetched once.
  const read = stage.sound.stems.add.mock.calls[0]?.[1](3);
  broken.add("b/2");
  await answerAll();
  expect(new TextDecoder().decode(await read)).toBe("b/3");
  expect(asked.filter((name) => name === "b/3")).toHaveLength(1);
  expect(files.snapshot()).toMatchObject({ isComplete: true, fraction: 1, missing: { sounds: ["Dusk pad"] } });
  broken.clear();
  files.retry();
  await answerAll();
  expect(files.snapshot()).toMatchObject({ isComplete: true, missing: { sounds: [], pictures: [] } });
  expect(new Set(asked).size).toBe(asked.length - 1);

  // The next run loads nothing again, and the server is not needed.
  asked.length = 0;
  const cache = cacheWith(stored);
  const again = new RunFiles("show", stageOf(), cache);
  again.load(0);
  await settled();
  expect(again.snapshot()).toMatchObject({ isComplete: true, isReady: true });
  expect(asked).toEqual([]);
  expect(await again.pictures.get("s2 0")?.file?.text()).toBe("s2");
  expect(cache.keepOnly).toHaveBeenCalledWith(new Set([...stored.keys(), "/runs/r1"]));
});
