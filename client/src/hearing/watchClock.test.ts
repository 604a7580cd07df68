import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { watchClock } from "./watchClock";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it("reports a stalled clock, also after a lost device, until it moves", () => {
  const clock = { currentTime: 1 };
  const told: boolean[] = [];
  let paused = false;
  const end = watchClock(
    clock,
    () => !paused,
    (stands) => told.push(stands),
  );
  const pass = (seconds: number) => {
    clock.currentTime += seconds;
    vi.advanceTimersByTime(1500);
  };
  pass(1.5);
  paused = true;
  pass(0);
  pass(0);
  expect(told).toEqual([]);
  paused = false;
  pass(0);
  expect(told).toEqual([true]);
  pass(0);
  pass(1.5);
  expect(told).toEqual([true, false]);
  end();
  pass(0);
  expect(told).toEqual([true, false]);
});
