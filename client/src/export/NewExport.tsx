import { useState } from "react";
import type { ExportFormat } from "../api/client";
import { useExport, useExportEstimate } from "../api/exports";
import { ChecksStrip } from "../findings/ChecksStrip";
import { useFindings } from "../findings/useChecks";
import { useView } from "../show/openShow";
import { Choice } from "../ui/fields";
import { time } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { isFilm, isSound, soon, weight, type Recipient } from "./recipients";

const sizes = [
  ["1280x720", "720p"],
  ["1920x1080", "1080p"],
  ["2560x1440", "1440p"],
  ["3840x2160", "2160p"],
] as const;
const rates = [
  ["25", "25"],
  ["30", "30"],
  ["50", "50"],
  ["60", "60"],
] as const;

/** What one recipient can have: which file, of which slides, and the button that makes it. */
export function NewExport({ to }: { to: Recipient }) {
  const view = useView();
  const findings = useFindings(view.id, view.revision);
  const make = useExport(view.id);
  const [chosen, setChosen] = useState<ExportFormat>();
  const [size, setSize] = useState<(typeof sizes)[number][0]>("1920x1080");
  const [rate, setRate] = useState<(typeof rates)[number][0]>("30");
  const [slides, setSlides] = useState("");
  const [cueId, setCueId] = useState("");
  const form = to.forms.find((f) => f.format === chosen) ?? to.forms[0];
  const { format } = form;
  const [width = 0, height = 0] = size.split("x").map(Number);
  const shown = view.runningOrder.slides.length;
  const cues = view.show.cues.filter((c) => c.span);
  const alone = isSound(format) ? cueId : "";
  const asked = { format, width, height, fps: Number(rate), slides: alone ? "" : slides, cueId: alone || null };
  const { data: about } = useExportEstimate(view.id, view.revision, asked, shown > 0);
  return (
    <section aria-label="New export" className="bg-base-100 rounded-lg border border-[var(--line)] p-5">
      <h2 className="mb-3 text-lg">
        {to.name}: {to.wants}
      </h2>
      <fieldset className="mb-4 grid grid-cols-2 gap-2">
        <legend className="sr-only">What comes out</legend>
        {to.forms.map((f) => (
          <label
            key={f.format}
            className={`flex cursor-pointer gap-3 rounded-md border px-3 py-2 ${f.format === format ? "border-primary" : "border-[var(--line)]"}`}
          >
            <input
              type="radio"
              name="format"
              className="radio radio-primary radio-sm mt-0.5"
              checked={f.format === format}
              onChange={() => setChosen(f.format)}
            />
            <span>
              <b>{f.name}</b>
              <span className="muted block text-sm">{f.what}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <p className="mb-4 flex flex-wrap items-center gap-x-2 gap-y-1">
        {to.id !== "archive" && alone === "" && (
          <>
            Of slides{" "}
            <ValueField<string>
              label="Slides to export"
              value={slides}
              show={(value) => value || "all"}
              read={(typed) => (/^\s*all\s*$/i.test(typed) ? "" : typed.trim())}
              commit={setSlides}
              width="5.5rem"
              words
            />
          </>
        )}
        {isFilm(format) && (
          <>
            with pictures of <Choice label="Size of the film" value={size} options={sizes} commit={setSize} /> at{" "}
            <Choice label="Pictures a second" value={rate} options={rates} commit={setRate} width="4.5rem" /> a second
          </>
        )}
        {isSound(format) && cues.length > 0 && (
          <>
            {alone === "" && ","} <span className="sr-only">Which cues</span>
            <Choice
              label="Which cues"
              value={cueId}
              options={[
                ["", "all cues together"],
                ...cues.map((c) => [c.id, view.show.sounds.find((s) => s.id === c.soundId)?.name ?? ""] as const),
              ]}
              commit={setCueId}
            />
          </>
        )}
      </p>
      <ChecksStrip showId={view.id} findings={findings} />
      <div className="flex items-center gap-4">
        <button
          type="button"
          className="btn btn-primary"
          disabled={shown === 0 || make.isPending}
          onClick={() => make.mutate(asked)}
        >
          {isFilm(format) ? "Make the film" : "Make the file"}
        </button>
        <span className="muted text-sm">
          {shown === 0 ? (
            "Bring in a deck first; without slides there is nothing to export."
          ) : (
            <>
              <span className="figures">{time(about?.frames ?? view.runningOrder.totalFrames)}</span> long
              {about && about.bytes > 0 && `, about ${weight(about.bytes)}`}
              {about && `, ready in ${soon(about.seconds)}`}.
            </>
          )}
        </span>
      </div>
    </section>
  );
}
