import { expect, it } from "vitest";
import { decibels, readDecibels, readMs, time } from "./format";

it("truncates times to the tenth, as the server does", () => {
  expect(time(48_000 * 61 + 4799)).toBe("1:01.0");
  expect(time(48_000 * 599.95)).toBe("9:59.9");
});

it("reads times however they are typed", () => {
  expect(["1.5", "1,5 s", "0:01.5", " 1:30 ", "90"].map(readMs)).toEqual([1500, 1500, 1500, 90_000, 90_000]);
  expect(["", "x", "-1", "1:2:3"].map(readMs)).toEqual([undefined, undefined, undefined, undefined]);
});

it("reads levels with any minus", () => {
  expect(["-14", "−14.5 dB", "+3", "–6,5db", "0"].map(readDecibels)).toEqual([-14, -14.5, 3, -6.5, 0]);
  expect(readDecibels("loud")).toBeUndefined();
  expect(decibels(readDecibels("−14.5 dB") ?? 0)).toBe("−14.5 dB");
});
