import { expect, it } from "vitest";
import { courseOf, overAt, type Speaker } from "./ducks";

const duck = { attackMs: 150, holdMs: 400, releaseMs: 800, depthDb: null, spoken: [{ fromMs: 1000, toMs: 3000 }] };
const speaker = (change: Partial<Speaker> = {}): Speaker => ({ duck, origin: 10, until: Infinity, ...change });

/** The course at a moment, evenly between its points. */
function at(course: ReturnType<typeof courseOf>, time: number): number {
  const next = course.findIndex((p) => p.at >= time);
  const [from, to] = [course[next - 1], course[next]];
  if (!to) return course.at(-1)?.db ?? 0;
  return from ? from.db + ((to.db - from.db) * (time - from.at)) / (to.at - from.at) : to.db;
}

it("ducks before speech, and releases after it", () => {
  const course = courseOf([speaker()], 6, 10);
  const times = [10.85, 11, 13.4, 13.8, 14.2];
  [0, -6, -6, -3, 0].forEach((db, i) => expect(at(course, times[i] ?? 0)).toBeCloseTo(db, 1));
});

it("depends on the bed's level, unless the voice has a depth", () => {
  expect(courseOf([speaker()], 0, 10)).toEqual([]);
  const own = speaker({ duck: { ...duck, depthDb: 9 } });
  expect(Math.min(...courseOf([own], 3, 10).map((p) => p.db))).toBe(-9);
});

it("ducks at its attack time for immediate speech, and releases when a voice is stopped", () => {
  const atOnce = speaker({ duck: { ...duck, spoken: null } });
  const course = courseOf([atOnce], 6, 10);
  expect(course[0]).toEqual({ at: 10.15, db: -6 });
  expect(course.every((p) => p.db === -6)).toBe(true);
  const stopped = courseOf([{ ...atOnce, until: 12 }], 6, 12);
  expect(at(stopped, 12.4)).toBeCloseTo(-6, 1);
  expect(at(stopped, 13.2)).toBeCloseTo(0, 1);
  expect(overAt({ ...atOnce, until: 12 }).toFixed(1)).toBe("13.2");
  // A voice in which nothing is said makes them go down nowhere, as in the film.
  expect(courseOf([speaker({ duck: { ...duck, spoken: [] } })], 6, 10)).toEqual([]);
});

it("takes the lower of two overlapping ducks", () => {
  const other = speaker({ origin: 12.6, duck: { ...duck, depthDb: 12 } });
  const course = courseOf([speaker(), other], 6, 10);
  for (const time of [11.5, 13.3, 13.5, 13.7, 15]) {
    const alone = [speaker(), other].map((s) => at(courseOf([s], 6, 10), time));
    expect(at(course, time)).toBeCloseTo(Math.min(...alone), 0);
  }
});
