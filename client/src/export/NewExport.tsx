import { useState, type ReactNode } from "react";
import type { ExportFormat } from "../api/client";
import { useExport, useExportEstimate } from "../api/exports";
import { ChecksStrip } from "../findings/ChecksStrip";
import { useFindings } from "../findings/useChecks";
import { useView } from "../show/openShow";
import { Select } from "../ui/fields";
import { time } from "../ui/format";
import { ValueField } from "../ui/ValueField";
import { fileSize, isFilm, isSound, soon, type Recipient } from "./recipients";
import { words } from "./words";

const sizes = [
  ["1280x720", "720p"],
  ["1920x1080", "1080p"],
  ["2560x1440", "1440p"],
  ["3840x2160", "2160p"],
] as const;
const rates = [
  ["25", words.fps("25")],
  ["30", words.fps("30")],
  ["50", words.fps("50")],
  ["60", words.fps("60")],
] as const;

/** A new export for a recipient: its format, its slides and its options. */
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
    <section aria-label={words.newExport} className="bg-base-100 rounded-lg border border-[var(--line)] p-5">
      <h2 className="mb-3 text-lg">{words.recipient(to.name, to.wants)}</h2>
      <fieldset className="mb-4 grid grid-cols-2 gap-2">
        <legend className="sr-only">{words.format}</legend>
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
      <div className="mb-4 flex flex-wrap items-center gap-x-5 gap-y-1.5">
        {to.id !== "archive" && alone === "" && (
          <Option label={words.slides}>
            <ValueField<string>
              label={words.slidesField}
              value={slides}
              show={(value) => value || words.allSlides}
              read={(typed) => (/^\s*all\s*$/i.test(typed) ? "" : typed.trim())}
              commit={setSlides}
              width="5.5rem"
              words
            />
          </Option>
        )}
        {isFilm(format) && (
          <>
            <Option label={words.size}>
              <Select label={words.sizeField} value={size} options={sizes} commit={setSize} />
            </Option>
            <Option label={words.frameRate}>
              <Select label={words.frameRate} value={rate} options={rates} commit={setRate} />
            </Option>
          </>
        )}
        {isSound(format) && cues.length > 0 && (
          <Option label={words.cues}>
            <Select
              label={words.cues}
              value={cueId}
              options={[
                ["", words.allCues],
                ...cues.map((c) => [c.id, view.show.sounds.find((s) => s.id === c.soundId)?.name ?? ""] as const),
              ]}
              commit={setCueId}
            />
          </Option>
        )}
      </div>
      <ChecksStrip showId={view.id} findings={findings} />
      <div className="flex items-center gap-4">
        <button
          type="button"
          className="btn btn-primary"
          disabled={shown === 0 || make.isPending}
          onClick={() => make.mutate(asked)}
        >
          {isFilm(format) ? words.exportFilm : words.exportFile}
        </button>
        <span className="muted figures text-sm">
          {shown === 0
            ? words.noSlides
            : [
                words.length(time(about?.frames ?? view.runningOrder.totalFrames)),
                about && about.bytes > 0 && words.estimate(fileSize(about.bytes)),
                about && words.readyIn(soon(about.seconds)),
              ]
                .filter(Boolean)
                .join(" ")}
        </span>
      </div>
    </section>
  );
}

function Option({ label, children }: { label: string; children: ReactNode }) {
  return (
    <span className="flex items-center gap-2 whitespace-nowrap">
      <span aria-hidden="true">{label}</span>
      {children}
    </span>
  );
}
