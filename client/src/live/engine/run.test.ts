import { describe, expect, it } from "vitest";
import { addBounded } from "./bounded";
import { LiveRun, type LiveEvent, type LiveOrder, type LivePlan } from "./run";
import walked from "./walks.json";

const walks = walked as unknown as { plan: LivePlan; strokes: { happened: LiveEvent; orders: LiveOrder[] }[] }[];

describe("a presented show", () => {
  it("follows the server's rule on every walk", () => {
    expect(walks.length).toBeGreaterThan(20);
    expect(walks.flatMap((w) => w.strokes.flatMap((s) => s.orders)).length).toBeGreaterThan(500);
    for (const { plan, strokes } of walks) {
      const run = new LiveRun(plan);
      for (const { happened, orders } of strokes) expect(run.take(happened)).toEqual(orders);
    }
  });
});

it("keeps the latest log lines in a show that runs for days", () => {
  const list: number[] = [];
  for (let i = 0; i < 10; i++) addBounded(list, i, 4);
  expect(list).toEqual([6, 7, 8, 9]);
});
