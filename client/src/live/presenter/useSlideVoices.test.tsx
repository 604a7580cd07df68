import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import { afterEach, expect, it, vi } from "vitest";
import { useSlideVoices } from "./useSlideVoices";

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

/** A browser whose microphone is given or refused when it is told to. */
function microphones() {
  const stop = vi.fn();
  const asked: { give: () => void; refuse: () => void }[] = [];
  vi.stubGlobal(
    "AudioContext",
    class {
      state = "running";
      close = () => Promise.resolve();
    },
  );
  vi.stubGlobal("MediaRecorder", { isTypeSupported: () => true });
  vi.stubGlobal("navigator", {
    ...navigator,
    mediaDevices: {
      getUserMedia: () =>
        new Promise((give, refuse) =>
          asked.push({
            give: () => give({ getTracks: () => [{ stop }] }),
            refuse: () => refuse(new Error("NotAllowed")),
          }),
        ),
    },
  });
  return { asked, stop };
}

it("reports a blocked microphone, and never falls back to the practice one", async () => {
  const { asked } = microphones();
  const { result } = renderHook(() => useSlideVoices("show"));
  act(() => void result.current.open(false));
  expect(result.current.asking).toBe(true);
  act(() => asked[0]?.refuse());
  await waitFor(() => expect(result.current.problem).toContain("No microphone access"));
  expect([result.current.voices, result.current.asking]).toEqual([undefined, false]);
});

it("releases the microphone, also one that opens late", async () => {
  const { asked, stop } = microphones();
  const { result, unmount } = renderHook(() => useSlideVoices("show"));
  act(() => void result.current.open(false));
  act(() => asked[0]?.give());
  await waitFor(() => expect(result.current.voices).toBeDefined());
  act(() => result.current.close());
  await waitFor(() => expect(stop).toHaveBeenCalledTimes(1));
  act(() => void result.current.open(false));
  unmount();
  act(() => asked[1]?.give());
  await waitFor(() => expect(stop).toHaveBeenCalledTimes(2));
});
