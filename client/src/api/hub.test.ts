import { afterEach, expect, it, vi } from "vitest";
import { stayConnected } from "./hub";

const hub = vi.hoisted(() => ({
  start: vi.fn(),
  stop: vi.fn(() => Promise.resolve()),
  onreconnecting: vi.fn(),
  onreconnected: vi.fn(),
}));

vi.mock("@microsoft/signalr", () => ({
  LogLevel: { None: 6 },
  HubConnectionBuilder: class {
    withUrl = () => this;
    withAutomaticReconnect = () => this;
    configureLogging = () => this;
    build = () => hub;
  },
}));

afterEach(() => {
  vi.useRealTimers();
  vi.clearAllMocks();
});

it("connects when the server is available, and disconnects when no longer needed", async () => {
  vi.useFakeTimers();
  hub.start
    .mockRejectedValueOnce(new Error("away"))
    .mockRejectedValueOnce(new Error("away"))
    .mockResolvedValue(undefined);
  const [listen, follow, away] = [vi.fn(), vi.fn(() => Promise.resolve()), vi.fn()];
  const leave = stayConnected(listen, follow, away);
  await vi.advanceTimersByTimeAsync(1500);
  expect([hub.start.mock.calls.length, away.mock.calls.length, follow.mock.calls.length]).toEqual([2, 2, 0]);
  await vi.advanceTimersByTimeAsync(1000);
  expect([hub.start.mock.calls.length, follow.mock.calls.length, listen.mock.calls.length]).toEqual([3, 1, 1]);
  await vi.advanceTimersByTimeAsync(10_000);
  expect(hub.start).toHaveBeenCalledTimes(3);
  // Back after an interruption it follows again.
  (hub.onreconnected.mock.lastCall?.[0] as () => void)();
  expect(follow).toHaveBeenCalledTimes(2);
  leave();
  await vi.advanceTimersByTimeAsync(0);
  expect(hub.stop).toHaveBeenCalledTimes(1);
});

it("stops trying when no longer needed", async () => {
  vi.useFakeTimers();
  hub.start.mockReset().mockRejectedValue(new Error("away"));
  const leave = stayConnected(vi.fn(), vi.fn(), vi.fn());
  await vi.advanceTimersByTimeAsync(100);
  leave();
  await vi.advanceTimersByTimeAsync(10_000);
  expect(hub.start).toHaveBeenCalledTimes(1);
  expect(hub.stop).toHaveBeenCalledTimes(1);
});

it("subscribes again after a failed subscription", async () => {
  vi.useFakeTimers();
  hub.start.mockReset().mockResolvedValue(undefined);
  const [follow, away] = [vi.fn().mockRejectedValueOnce(new Error("busy")).mockResolvedValue(undefined), vi.fn()];
  const leave = stayConnected(vi.fn(), follow, away);
  await vi.advanceTimersByTimeAsync(1500);
  expect([follow.mock.calls.length, away.mock.calls.length]).toEqual([2, 1]);
  leave();
});
