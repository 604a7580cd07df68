import { Circle, Square } from "lucide-react";
import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { toast } from "sonner";
import type { UploadedFile } from "../api/client";
import { reportError } from "../api/errors";
import { upsertJob } from "../api/jobs";
import { addSound } from "../api/sounds";
import { finishTake, useDropTake, useLostTakes } from "../api/takes";
import { useView } from "../show/openShow";
import { Dialog } from "../ui/Dialog";
import { framesPerSecond, shortTime } from "../ui/format";
import { useLeaveWarning } from "../ui/useLeaveWarning";
import { useRecorder, type RecorderState } from "./useRecorder";
import { words } from "./words";

const clipping = 0.985;

/** Records a voice for a slide, on which it becomes a voice cue. */
export function RecordDialog({ close, slideId }: { close: () => void; slideId?: string | undefined }) {
  const view = useView();
  const queries = useQueryClient();
  const shown = view.show.slides.filter((s) => !s.hidden);
  const [target, setTarget] = useState(slideId ?? shown[0]?.id ?? "");
  const [busy, setBusy] = useState(false);
  const recorder = useRecorder(view.id);
  const { state } = recorder;
  useLeaveWarning(() => state !== "quiet");

  const land = async (file: UploadedFile | undefined) => {
    if (!file) return;
    upsertJob(queries, await addSound(view.id, { ...file, kind: "voice", slideId: target || null }));
  };
  const keep = async () => {
    setBusy(true);
    try {
      await land(await recorder.keep());
      toast(words.saved);
      close();
    } catch (problem) {
      reportError(problem);
      setBusy(false);
    }
  };

  return (
    <Dialog
      title={words.title}
      close={() => {
        if (state === "taken") recorder.drop();
        close();
      }}
      actions={
        state === "taken" ? (
          <>
            <button type="button" className="btn btn-sm" disabled={busy} onClick={() => void recorder.start()}>
              {words.again}
            </button>
            <button type="button" className="btn btn-primary btn-sm" disabled={busy} onClick={() => void keep()}>
              {words.save}
            </button>
          </>
        ) : undefined
      }
    >
      <Lost land={land} />
      <div className="mb-4 grid grid-cols-[6rem_1fr] items-center gap-y-2">
        <label htmlFor="microphone">{words.microphone}</label>
        <select
          id="microphone"
          className="value"
          value={recorder.device}
          disabled={state !== "quiet"}
          onChange={(event) => recorder.choose(event.currentTarget.value)}
        >
          {recorder.devices.map((d) => (
            <option key={d.id} value={d.id}>
              {d.name}
            </option>
          ))}
        </select>
        <label htmlFor="lands">{words.slide}</label>
        <select id="lands" className="value" value={target} onChange={(event) => setTarget(event.currentTarget.value)}>
          {shown.map((slide, i) => (
            <option key={slide.id} value={slide.id}>
              {i + 1} · {slide.title}
            </option>
          ))}
        </select>
      </div>
      {recorder.problem && (
        <p role="alert" className="text-error mb-3">
          {recorder.problem}
        </p>
      )}
      <Meter level={recorder.level} state={state} />
      <div className="mt-4 flex items-center justify-center gap-4">
        {state === "quiet" && (
          <button type="button" className="btn btn-primary" onClick={() => void recorder.start()}>
            <Circle size={16} fill="currentColor" /> {words.record}
          </button>
        )}
        {state === "counting" && (
          <p className="figures text-5xl font-bold" role="status" aria-live="assertive">
            {recorder.count}
          </p>
        )}
        {state === "recording" && (
          <>
            <Clock seconds={recorder.seconds} />
            <button type="button" className="btn btn-primary" onClick={recorder.stop}>
              <Square size={16} fill="currentColor" /> {words.stop}
            </button>
          </>
        )}
        {state === "taken" && recorder.heard && (
          <audio controls src={recorder.heard} className="w-full" aria-label={words.take} data-testid="take" />
        )}
      </div>
      <p className="muted mt-4 text-sm">
        {target && words.notes(shown.find((s) => s.id === target)?.notes || words.noNotes)}
      </p>
    </Dialog>
  );
}

/** The microphone level; clipping is shown, and stays shown for a while. */
function Meter({ level, state }: { level: () => number; state: RecorderState }) {
  const bar = useRef<HTMLDivElement>(null);
  const [loud, setLoud] = useState(false);
  useEffect(() => {
    let request = 0;
    let quiet = 0;
    const loop = () => {
      const now = level();
      const db = 20 * Math.log10(Math.max(now, 1e-4));
      if (bar.current) {
        bar.current.style.width = `${Math.max(0, Math.min(100, ((db + 60) / 60) * 100))}%`;
        bar.current.dataset.level = now.toFixed(3);
      }
      if (now >= clipping) {
        quiet = performance.now() + 2000;
        setLoud(true);
      } else if (performance.now() > quiet) setLoud(false);
      request = requestAnimationFrame(loop);
    };
    loop();
    return () => cancelAnimationFrame(request);
  });
  return (
    <div>
      <div className="bg-base-300 h-4 overflow-hidden rounded" data-testid="microphone-level">
        <div ref={bar} className={`h-full ${loud ? "bg-error" : state === "recording" ? "bg-accent" : "bg-primary"}`} />
      </div>
      <p className={`mt-1 h-5 text-sm ${loud ? "text-error font-semibold" : "muted"}`} role="status">
        {loud ? words.tooLoud : words.goodLevel}
      </p>
    </div>
  );
}

function Clock({ seconds }: { seconds: () => number }) {
  const [now, setNow] = useState(0);
  useEffect(() => {
    const timer = window.setInterval(() => setNow(seconds()), 100);
    return () => window.clearInterval(timer);
  });
  return <span className="figures text-2xl font-bold">{shortTime(Math.floor(now) * framesPerSecond)}</span>;
}

/** Recordings of this show that were interrupted, for example because the page was closed. */
function Lost({ land }: { land: (file: UploadedFile) => Promise<void> }) {
  const view = useView();
  const { data: takes, refetch } = useLostTakes(view.id);
  const drop = useDropTake(view.id);
  return (
    <ul className="mb-3 space-y-1 empty:hidden">
      {takes?.map((take) => (
        <li key={take.id} className="bg-base-300 flex items-center justify-between gap-2 rounded-md px-3 py-2 text-sm">
          <span>{words.interrupted(take.name)}</span>
          <span className="flex gap-1">
            <button
              type="button"
              className="btn btn-xs"
              onClick={() =>
                void finishTake(take.id)
                  .then(land)
                  .then(() => refetch(), reportError)
              }
            >
              {words.save}
            </button>
            <button type="button" className="btn btn-ghost btn-xs" onClick={() => drop.mutate(take.id)}>
              {words.discard}
            </button>
          </span>
        </li>
      ))}
    </ul>
  );
}
