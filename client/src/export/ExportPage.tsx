import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answered, api, type ExportFormat } from "../api/client";
import { keepJob, say, useJobs } from "../api/queries";
import { useOpenShow } from "../shows/ShowContext";
import { ChecksStrip } from "../checks/ChecksStrip";
import { useFindings } from "../checks/useChecks";
import { Choice } from "../ui/fields";
import { time } from "../ui/format";
import { CreditsCard } from "./CreditsCard";
import { ExportCard } from "./ExportCard";

const forms: readonly { format: ExportFormat; name: string; what: string }[] = [
  { format: "mp4", name: "Film", what: "Slides and sound as one MP4 file, with chapters. Plays everywhere." },
  { format: "wav", name: "Sound, WAV", what: "The mixed sound alone, 24 bit, uncompressed." },
  { format: "flac", name: "Sound, FLAC", what: "The mixed sound alone, 24 bit, without loss and smaller." },
];
const sizes = [
  ["1280x720", "720p · 1280 × 720"],
  ["1920x1080", "1080p · 1920 × 1080"],
  ["3840x2160", "2160p · 3840 × 2160"],
] as const;

/** What comes out: choose it, watch it being made, play and fetch it. */
export default function ExportPage() {
  const { view } = useOpenShow();
  const findings = useFindings(view.id, view.revision);
  const queries = useQueryClient();
  const { data: jobs = [] } = useJobs(view.id);
  const [format, setFormat] = useState<ExportFormat>("mp4");
  const [size, setSize] = useState<(typeof sizes)[number][0]>("1920x1080");
  const exports = jobs.filter((j) => j.kind === "export");
  const slides = view.runningOrder.slides;

  const begin = async () => {
    const [width = 0, height = 0] = size.split("x").map(Number);
    try {
      const body = { format, width, height, fps: 30 };
      keepJob(
        queries,
        answered(await api.POST("/api/shows/{id}/exports", { params: { path: { id: view.id } }, body })),
      );
    } catch (problem) {
      say(problem as Error);
    }
  };

  return (
    <main className="min-h-0 grow overflow-y-auto">
      <div className="mx-auto grid w-full max-w-5xl grid-cols-[20rem_1fr] gap-10 px-8 py-8">
        <section aria-label="New export">
          <h1 className="mb-4 text-2xl">Export</h1>
          <fieldset className="space-y-2">
            <legend className="muted mb-2 text-xs font-semibold">What comes out</legend>
            {forms.map((form) => (
              <label
                key={form.format}
                className={`bg-base-100 flex cursor-pointer gap-3 rounded-md border p-3 ${form.format === format ? "border-primary" : "border-[var(--line)]"}`}
              >
                <input
                  type="radio"
                  name="format"
                  className="radio radio-primary radio-sm mt-0.5"
                  checked={form.format === format}
                  onChange={() => setFormat(form.format)}
                />
                <span>
                  <b>{form.name}</b>
                  <span className="muted block text-sm">{form.what}</span>
                </span>
              </label>
            ))}
          </fieldset>
          {format === "mp4" && (
            <p className="mt-4">
              Pictures <Choice label="Size of the film" value={size} options={sizes} commit={setSize} />
            </p>
          )}
          <p className="muted my-4 text-sm">
            {slides.length} slides, <span className="figures">{time(view.runningOrder.totalFrames)}</span> of running
            time.
          </p>
          <ChecksStrip showId={view.id} findings={findings} />
          <button type="button" className="btn btn-primary" disabled={slides.length === 0} onClick={() => void begin()}>
            {format === "mp4" ? "Make the film" : "Make the sound file"}
          </button>
          {slides.length === 0 && (
            <p className="muted mt-2 text-sm">Bring in a deck first; without slides there is nothing to export.</p>
          )}
        </section>
        <section aria-label="Exports made">
          <h2 className="mb-4 text-lg">Made so far</h2>
          {exports.length === 0 && (
            <p className="muted">Nothing yet. What you make appears here, to be played and downloaded.</p>
          )}
          <ul className="space-y-4">
            {exports.map((job) => (
              <ExportCard key={job.id} job={job} />
            ))}
          </ul>
          <CreditsCard />
        </section>
      </div>
    </main>
  );
}
