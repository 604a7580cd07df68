import { useCallback, useEffect, useRef, useState } from "react";
import { silence } from "../hearing/usePlayer";
import { TakeUpload } from "../api/takes";
import { practiceMicrophone } from "./practiceMicrophone";

export type RecorderState = "quiet" | "counting" | "recording" | "taken";

const practice = "practice";
const pieceMs = 1000;
const countFrom = 3;
const countMs = 700;

/** Records a voice: a microphone, its level, a countdown, a take that can be heard, kept or made again. */
export function useRecorder(showId: string) {
  const [devices, setDevices] = useState<readonly { id: string; name: string }[]>([]);
  const [device, setDevice] = useState("");
  const [state, setState] = useState<RecorderState>("quiet");
  const [count, setCount] = useState(0);
  const [problem, setProblem] = useState<string>();
  const [heard, setHeard] = useState<string>();
  const input = useRef<{ context: AudioContext; analyser: AnalyserNode; stream: MediaStream; end: () => void }>(
    undefined,
  );
  const recorder = useRef<MediaRecorder>(undefined);
  const take = useRef<TakeUpload>(undefined);
  const began = useRef(0);

  const close = useCallback(() => {
    input.current?.end();
    input.current = undefined;
  }, []);

  const open = useCallback(
    async (id: string) => {
      close();
      setProblem(undefined);
      const context = new AudioContext();
      try {
        const source =
          id === practice
            ? practiceMicrophone(context)
            : await navigator.mediaDevices
                .getUserMedia({
                  audio: { deviceId: id ? { exact: id } : undefined, echoCancellation: false } as MediaTrackConstraints,
                })
                .then((stream) => ({ stream, end: () => stream.getTracks().forEach((t) => t.stop()) }));
        const analyser = context.createAnalyser();
        analyser.fftSize = 2048;
        context.createMediaStreamSource(source.stream).connect(analyser);
        input.current = {
          context,
          analyser,
          stream: source.stream,
          end: () => {
            source.end();
            void context.close();
          },
        };
        setDevice(id);
      } catch {
        void context.close();
        setProblem(
          "The browser gives no microphone. Allow it for this page, plug one in, or choose the practice microphone.",
        );
      }
    },
    [close],
  );

  useEffect(() => {
    let left = false;
    void (async () => {
      // Names of devices are told only once the person has allowed one.
      const allowed = await navigator.mediaDevices
        ?.getUserMedia({ audio: true })
        .then((stream) => stream.getTracks().forEach((t) => t.stop()))
        .then(
          () => true,
          () => false,
        );
      const found = allowed
        ? (await navigator.mediaDevices.enumerateDevices())
            .filter((d) => d.kind === "audioinput" && d.deviceId !== "communications")
            .map((d, i) => ({ id: d.deviceId, name: d.label || `Microphone ${i + 1}` }))
        : [];
      if (left) return;
      setDevices([...found, { id: practice, name: "Practice microphone" }]);
      await open(found[0]?.id ?? practice);
    })();
    return () => {
      left = true;
      if (recorder.current?.state === "recording") recorder.current.stop();
      close();
    };
  }, [open, close]);

  const begin = () => {
    const from = input.current;
    if (!from) return;
    const pieces: Blob[] = [];
    take.current = new TakeUpload(showId, `Voice ${new Date().toLocaleString("en-GB").replace(/[/:,]/g, "-")}.webm`);
    const made = (recorder.current = new MediaRecorder(from.stream, {
      mimeType: "audio/webm;codecs=opus",
      audioBitsPerSecond: 128_000,
    }));
    made.ondataavailable = (event) => {
      if (event.data.size === 0) return;
      pieces.push(event.data);
      take.current?.add(event.data);
    };
    made.onstop = () => {
      setHeard(URL.createObjectURL(new Blob(pieces, { type: made.mimeType })));
      setState("taken");
    };
    made.start(pieceMs);
    began.current = performance.now();
    setState("recording");
  };

  const drop = () => {
    void take.current?.drop();
    take.current = undefined;
    if (heard) URL.revokeObjectURL(heard);
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
      setState("counting");
      for (let left = countFrom; left > 0; left--) {
        setCount(left);
        await new Promise((resolve) => window.setTimeout(resolve, countMs));
      }
      begin();
    },
    stop: () => recorder.current?.stop(),
    drop,
    keep: async () => take.current?.finish(),
    /** The greatest sample of the last moments, 0 to 1. */
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
