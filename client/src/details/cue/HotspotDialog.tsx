import { useRef } from "react";
import { changeCue } from "../../api/changes";
import { pictureUrl, type Cue } from "../../api/client";
import { createPicture } from "../../api/cues";
import { reportError } from "../../api/errors";
import { pictureEndings } from "../../show/fileKinds";
import { useOpenShow, useView } from "../../show/openShow";
import { ColorField } from "../../ui/ColorField";
import { Dialog } from "../../ui/Dialog";
import { FileInput } from "../../ui/FileInput";
import { Checkbox } from "../../ui/fields";
import { HotspotShape, symbols } from "../../hotspots/HotspotShape";
import { ValueField } from "../../ui/ValueField";
import { useDragValue } from "../../ui/useDragValue";
import { Row } from "../Topic";
import { words } from "./words";

type Hotspot = NonNullable<Cue["hotspot"]>;

interface Props {
  cue: Cue;
  spot: Hotspot;
  close: () => void;
}

/** A hotspot, dragged on its slide, with its size, rotation, appearance and text alternative. */
export function HotspotDialog({ cue, spot, close }: Props) {
  const view = useView();
  const { edit, upload } = useOpenShow();
  const slide = view.show.slides.find((s) => s.id === cue.span?.first);
  const area = useRef<HTMLDivElement>(null);
  const chooser = useRef<HTMLInputElement>(null);
  const change = (part: (now: Hotspot) => Partial<Hotspot>) =>
    edit(
      changeCue(
        cue.id,
        ({ id, hotspot }) => hotspot && { kind: "setHotspot", cueId: id, hotspot: { ...hotspot, ...part(hotspot) } },
      ),
    );
  const set = (part: Partial<Hotspot>) => change(() => part);

  const { held, bind } = useDragValue({
    valueAt: ({ x, y, width, height }) => ({ x: within(x / width), y: within(y / height) }),
    commit: set,
    nudge: ({ x, y, large }) => {
      const by = large ? 0.05 : 0.01;
      change((now) => ({ x: within(now.x + x * by), y: within(now.y + y * by) }));
    },
    surface: area,
  });
  const picture = async (file: File) => {
    try {
      const brought = await upload(file, "deck");
      set({ picture: await createPicture(brought) });
    } catch (problem) {
      reportError(problem);
    }
  };

  if (!slide) return null;
  const { x, y } = held?.value ?? spot;
  return (
    <Dialog title={words.hotspotOn(slide.title)} close={close} wide>
      <div className="flex gap-5 max-sm:flex-col">
        <div
          ref={area}
          className="bg-base-300 relative aspect-video w-full min-w-0 grow self-start overflow-hidden rounded-md"
        >
          <img
            src={pictureUrl(view.id, slide, 1280)}
            alt={words.slidePicture(slide.title)}
            className={`h-full w-full ${slide.picture.fills ? "object-cover" : "object-contain"}`}
            draggable={false}
          />
          <div
            {...bind()}
            role="button"
            tabIndex={0}
            aria-label={words.hotspotAt(percent(x), percent(y))}
            data-testid="hotspot"
            className={`absolute aspect-square -translate-1/2 cursor-move touch-none ${spot.shown ? "" : "outline-2 outline-dashed"}`}
            style={{ left: percent(x), top: percent(y), width: percent(spot.size) }}
          >
            <HotspotShape
              spot={spot}
              picture={`/api/shows/${view.id}/cues/${cue.id}/hotspot?of=${spot.picture?.media ?? ""}`}
            />
          </div>
        </div>
        <div className="w-64 shrink-0 space-y-2.5 max-sm:w-full">
          <div className="flex flex-wrap gap-1" role="group" aria-label={words.symbol}>
            {symbols.map((symbol) => (
              <button
                key={symbol}
                type="button"
                aria-pressed={!spot.picture && spot.symbol === symbol}
                aria-label={symbol}
                className={`btn btn-sm btn-square p-1 ${!spot.picture && spot.symbol === symbol ? "btn-primary" : ""}`}
                onClick={() => set({ symbol, picture: null })}
              >
                <HotspotShape
                  spot={{ ...spot, symbol, picture: null, turn: 0, opacity: 1, alternative: symbol }}
                  picture={undefined}
                />
              </button>
            ))}
          </div>
          <button type="button" className="btn btn-xs" onClick={() => chooser.current?.click()}>
            {words.ownPicture}
          </button>
          <FileInput
            ref={chooser}
            label={words.hotspotPicture}
            accept={pictureEndings}
            choose={([file]) => file && void picture(file)}
          />
          <Row label={words.size}>
            <Percent label={words.size} value={spot.size} commit={(size) => set({ size })} />
          </Row>
          <Row label={words.rotation}>
            <ValueField
              label={words.rotation}
              value={spot.turn}
              show={(turn) => `${turn}°`}
              read={(typed) => number(typed.replace("°", ""))}
              step={(value, direction) => Math.max(-180, Math.min(180, value + direction * 5))}
              commit={(turn) => set({ turn })}
              width="3.8rem"
            />
          </Row>
          <Row label={words.colour}>
            <ColorField label={words.colour} value={spot.color} commit={(color) => set({ color })} />
          </Row>
          <Row label={words.opacity}>
            <Percent label={words.opacity} value={spot.opacity} commit={(opacity) => set({ opacity })} />
          </Row>
          <Row label={words.alternativeLabel}>
            <ValueField
              label={words.alternative}
              words
              value={spot.alternative}
              show={(text) => text}
              read={(typed) => typed.trim()}
              commit={(alternative) => set({ alternative })}
              width="100%"
            />
          </Row>
          <div className="text-sm">
            <Checkbox checked={spot.shown} set={(shown) => set({ shown })}>
              {words.visible}
            </Checkbox>
          </div>
        </div>
      </div>
    </Dialog>
  );
}

const within = (share: number) => Math.max(0, Math.min(1, Math.round(share * 1000) / 1000));
const percent = (share: number) => `${Math.round(share * 1000) / 10}%`;
const number = (typed: string) =>
  /^\s*[-−]?\d+(\.\d+)?\s*$/.test(typed) ? Number(typed.replace("−", "-")) : undefined;

function Percent({ label, value, commit }: { label: string; value: number; commit: (value: number) => void }) {
  return (
    <ValueField
      label={label}
      value={value}
      show={(share) => `${Math.round(share * 100)}%`}
      read={(typed) => {
        const read = number(typed.replace("%", ""));
        return read === undefined ? undefined : read / 100;
      }}
      step={(share, direction) => Math.max(0.02, Math.min(1, share + direction * 0.02))}
      commit={commit}
      width="3.8rem"
    />
  );
}
