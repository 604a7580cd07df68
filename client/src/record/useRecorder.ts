import { useCallback, useEffect, useRef, useState } from "react";
import { TakeUpload } from "../api/takes";
import { silence } from "../hearing/sounding";
import { openMicrophone, practice, recorderOf, recordingName } from "./microphone";
import { words } from "./words";

export type RecorderState = "quiet" | "counting" | "recording" | "taken";

const partMs = 1000;
const countFrom = 3;
const countMs = 700;

interface Input {
  analyser: AnalyserNode;
  stream: MediaStream;
  end: () => void;
}

/** Records a voice: the microphone, its level, a countdown, and a take that can be played, kept or made again. */
export function useRecorder(showId: string) {
  const [devices, setDevices] = useState<readonly { id: string; name: string }[]>([]);
  const [device, setDevice] = useState("");
  const [state, setState] = useState<RecorderState>("quiet");
  const [count, setCount] = useState(0);
  const [problem, setProblem] = useState<string>();
  const [heard, setHeard] = useState<string>();
  const input = useRef<Input>(undefined);
  const recorder = useRef<MediaRecorder>(undefined);
  const take = useRef<TakeUpload>(undefined);
  const began = useRef(0);
  // The latest request; a microphone that opens later is closed at once.
  const asked = useRef(0);

  const close = useCallback(() => {
    asked.current++;
    input.current?.end();
    input.current = undefined;
  }, []);

  const open = useCallback(
    async (id: string) => {
      close();
      const mine = asked.current;
      setProblem(undefined);
      setDevice(id);
      const context = new AudioContext();
      try {
        const microphone = await openMicrophone(id, context, { echoCancellation: false });
        const end = () => {
          microphone.end();
          void context.close();
        };
        if (mine !== asked.current) return end();
        const analyser = context.createAnalyser();
        analyser.fftSize = 2048;
        context.createMediaStreamSource(microphone.stream).connect(analyser);
        input.current = { analyser, stream: microphone.stream, end };
      } catch (error) {
        void context.close();
        if (mine === asked.current) setProblem((error as Error).message);
      }
    },
    [close],
  );

  useEffect(() => {
    let left = false;
    void (async () => {
      // Device names are available only after the user has given permission.
      await open("");
      const found = input.current
        ? (await navigator.mediaDevices.enumerateDevices())
            .filter((d) => d.kind === "audioinput" && d.deviceId !== "communications")
            .map((d, i) => ({ id: d.deviceId, name: d.label || words.nthMicrophone(i + 1) }))
        : [];
      if (left) return;
      const usual = { id: "", name: input.current ? words.defaultMicrophone : words.noMicrophone };
      setDevices([usual, ...found.filter((d) => d.id !== ""), { id: practice, name: words.practice }]);
    })();
    return () => {
      left = true;
      if (recorder.current?.state === "recording") recorder.current.stop();
      close();
    };
  }, [open, close]);
  useEffect(() => () => (heard ? URL.revokeObjectURL(heard) : undefined), [heard]);

  const begin = () => {
    const from = input.current;
    if (!from) return;
    const parts: Blob[] = [];
    const made = (recorder.current = recorderOf(from.stream));
    const name = `Voice ${new Date().toLocaleString("en-GB").replace(/[/:,]/g, "-")}`;
    take.current = new TakeUpload(showId, recordingName(name, made));
    made.ondataavailable = (event) => {
      if (event.data.size === 0) return;
      parts.push(event.data);
      take.current?.add(event.data);
    };
    made.onstop = () => {
      setHeard(URL.createObjectURL(new Blob(parts, { type: made.mimeType })));
      setState("taken");
    };
    made.start(partMs);
    began.current = performance.now();
    setState("recording");
  };

  const drop = () => {
    void take.current?.drop().catch(() => undefined);
    take.current = undefined;
    setHeard(undefined);
    setState("quiet");
  };

  return {
    devices,
    device,
    choose: (id: string) => void open(id),
    state,
    count,
    problem,
    heard,
    start: async () => {
      if (heard) drop();
      silence();
      // There is nothing to record from, and the reason is shown.
      if (!input.current) return setProblem((before) => before ?? words.noneOpen);
      setState("counting");
      for (let left = countFrom; left > 0; left--) {
        setCount(left);
        await new Promise((resolve) => window.setTimeout(resolve, countMs));
      }
      try {
        begin();
      } catch (error) {
        setProblem((error as Error).message);
        setState("quiet");
      }
    },
    stop: () => recorder.current?.stop(),
    drop,
    keep: async () => take.current?.finish(),
    /** The peak of the last moments, 0 to 1. */
    level: () => {
      const analyser = input.current?.analyser;
      if (!analyser) return 0;
      const samples = new Float32Array(analyser.fftSize);
      analyser.getFloatTimeDomainData(samples);
      return samples.reduce((most, s) => Math.max(most, Math.abs(s)), 0);
    },
    seconds: () => (performance.now() - began.current) / 1000,
  };
}
