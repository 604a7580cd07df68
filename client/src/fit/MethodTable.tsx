import { Check, Pause, Play } from "lucide-react";
import type { ReactNode } from "react";
import type { Cue, Edit, Schemas } from "../api/client";
import { usePlayer } from "../hearing/usePlayer";
import { useOpenShow, useView } from "../show/openShow";
import { framesPerSecond, shortTime } from "../ui/format";
import { heard, methods, type Compared, type FitMethod } from "../show/fitMethods";
import { words } from "./words";

interface Props {
  cue: Cue;
  fits: Schemas["FitsView"] & { revision: number };
  shown: FitMethod | undefined;
  look: (method: FitMethod) => void;
}

const around = 3 * framesPerSecond;

/** On a phone the result of a method is below its name. */
const stacked = "max-md:flex max-md:flex-wrap max-md:items-center max-md:gap-x-3";

/** All methods side by side: first those that work, each with play and use, then the others with the reason. */
export function MethodTable({ cue, fits, shown, look }: Props) {
  const { edit } = useOpenShow();
  const together = !cue.fit && cue.start.kind === "end";
  const repace = (
    <WholeRow cue={cue} name={words.repace} says={fits.repace.says}>
      <a className="btn btn-xs" href="#re-pace">
        {words.toHolds}
      </a>
    </WholeRow>
  );
  const endTogether = (
    <WholeRow cue={cue} name={words.endTogether} says={fits.endTogether.says}>
      <Choose
        on={together}
        press={() => fits.endTogether.edit && edit(fits.endTogether.edit, fits.revision)}
        name={words.endTogether}
      />
    </WholeRow>
  );
  return (
    <table className="w-full text-sm max-md:block">
      <thead className="max-md:hidden">
        <tr className="muted text-left text-xs">
          <th className="py-1 pl-2 font-semibold">{words.columns.method}</th>
          <th className="font-semibold">{words.columns.result}</th>
          <th className="font-semibold">{words.columns.edits}</th>
          <th className="font-semibold">{words.columns.speed}</th>
          <th className="font-semibold">{words.columns.ending}</th>
          <th className="font-semibold">{words.columns.play}</th>
          <th />
        </tr>
      </thead>
      <tbody className="max-md:block">
        {fits.methods.map(
          (one) =>
            one.fitted && (
              <Method
                key={one.method}
                cue={cue}
                one={one}
                fitted={one.fitted}
                shown={one.method === shown}
                look={look}
              />
            ),
        )}
        {fits.repace.edit && repace}
        {fits.endTogether.edit && endTogether}
        {fits.methods.map(
          (one) => !one.fitted && <Unsuited key={one.method} name={methods[one.method].name} says={one.says} />,
        )}
        {!fits.repace.edit && <Unsuited name={words.repace} says={fits.repace.says} />}
        {!fits.endTogether.edit && <Unsuited name={words.endTogether} says={fits.endTogether.says} />}
        <tr className={`line-t ${stacked}`}>
          <td className="py-2 pr-4 pl-2 whitespace-nowrap">{words.notFitted}</td>
          <td className="muted">{cue.rounds === 1 ? words.playsOnce : words.loopsAsSet}</td>
          <td colSpan={4} />
          <td className="pr-2 pl-2 text-right">
            <Choose on={!cue.fit && !together} press={() => edit(asItIs(cue))} name={words.notFitted} />
          </td>
        </tr>
      </tbody>
    </table>
  );
}

/** The cue unfitted, and not timed by its ending. */
function asItIs(cue: Cue): Edit {
  const unfit: Edit = { kind: "setFit", cueId: cue.id, fit: null };
  const start: Edit = { kind: "setStart", cueId: cue.id, start: { kind: "slide", stepId: null, cueId: null } };
  return cue.start.kind === "end" ? { kind: "several", edits: [unfit, start], what: words.notFitted } : unfit;
}

/** A method that does not work here, with the reason. */
function Unsuited({ name, says }: { name: string; says: string }) {
  return (
    <tr className={`line-t muted ${stacked}`}>
      <td className="py-2 pr-4 pl-2 align-top whitespace-nowrap">{name}</td>
      <td className="py-2" colSpan={6}>
        {says}
      </td>
    </tr>
  );
}

interface WholeRowProps {
  cue: Cue;
  name: string;
  says: string;
  children: ReactNode;
}

/** A method that plays the whole music. */
function WholeRow({ cue, name, says, children }: WholeRowProps) {
  const view = useView();
  const { player, playing, play } = usePlayer(`/api/shows/${view.id}/cues/${cue.id}/fits/whole/samples`);
  const length = cue.outFrame - cue.inFrame;
  return (
    <tr className={`line-t ${stacked}`} data-method={name}>
      <td className="py-2 pr-4 pl-2 align-top font-semibold whitespace-nowrap">{name}</td>
      <td className="py-2 pr-3 align-top max-md:w-full max-md:py-0 max-md:pl-2">{says}</td>
      <td className="muted py-2 align-top">{words.none}</td>
      <td className="muted py-2 align-top whitespace-nowrap">{words.unchanged}</td>
      <td className="py-2 pr-3 align-top whitespace-nowrap">{words.ownEnding}</td>
      <td className="py-1.5 align-top">
        <Hear
          name={name}
          playing={playing}
          hear={() => (playing ? player.stop() : play(0))}
          hearEnding={() => play(Math.max(0, length - 2 * around), length)}
        />
      </td>
      <td className="py-1.5 pr-2 pl-2 text-right align-top whitespace-nowrap">{children}</td>
    </tr>
  );
}

interface HearProps {
  name: string;
  playing: boolean;
  hear: () => void;
  hearEnding: () => void;
}

function Hear({ name, playing, hear, hearEnding }: HearProps) {
  return (
    <span className="flex gap-1">
      <button
        type="button"
        className="btn btn-xs btn-circle btn-primary"
        aria-label={playing ? words.stop : words.play(name)}
        onClick={hear}
      >
        {playing ? <Pause size={11} fill="currentColor" /> : <Play size={11} fill="currentColor" />}
      </button>
      <button type="button" className="btn btn-xs" aria-label={words.playEnding(name)} onClick={hearEnding}>
        {words.ending}
      </button>
    </span>
  );
}

interface MethodProps {
  cue: Cue;
  one: Compared;
  fitted: Schemas["Fitted"];
  shown: boolean;
  look: (method: FitMethod) => void;
}

function Method({ cue, one, fitted, shown, look }: MethodProps) {
  const view = useView();
  const { edit } = useOpenShow();
  const { player, playing, play } = usePlayer(`/api/shows/${view.id}/cues/${cue.id}/fits/${one.method}/samples`);
  const { name, does } = methods[one.method];
  const { recipe } = one;
  const change = 1 / fitted.speed - 1;
  const hear = (from: number, to?: number) => {
    look(one.method);
    play(from, to);
  };
  return (
    <tr className={`line-t ${stacked} ${shown ? "bg-base-300" : ""}`} data-method={one.method}>
      <td className="py-2 pr-4 pl-2 align-top">
        <button
          type="button"
          className="cursor-pointer font-semibold"
          aria-pressed={shown}
          title={does}
          onClick={() => look(one.method)}
        >
          {name}
        </button>
      </td>
      <td className="py-2 pr-3 align-top max-md:w-full max-md:py-0 max-md:pl-2">{fitted.says}</td>
      <td className="py-1.5 pr-2 align-top">
        <span className="flex flex-wrap gap-1">
          {fitted.editPoints.slice(0, 6).map((join, i) => (
            <button
              key={join.atFrame}
              type="button"
              className="btn btn-xs figures"
              data-join={i + 1}
              title={words.editDetail(shortTime(join.atFrame), (100 - join.percentile).toFixed(0))}
              onClick={() => hear(Math.max(0, join.atFrame - around), join.atFrame + around)}
            >
              <Play size={10} fill="currentColor" /> <span className="sr-only">{words.playEdit}</span> {i + 1}
              <span className={`font-sans font-normal ${join.heard === "mayBe" ? "text-warning" : "muted"}`}>
                {heard[join.heard]}
              </span>
            </button>
          ))}
          {fitted.editPoints.length > 6 && <span className="muted">{words.more(fitted.editPoints.length - 6)}</span>}
          {fitted.editPoints.length === 0 && <span className="muted py-0.5">{words.none}</span>}
        </span>
      </td>
      <td className="figures py-2 pr-3 align-top whitespace-nowrap">
        {Math.abs(change) < 0.0005 ? (
          <span className="muted font-sans text-sm">{words.unchanged}</span>
        ) : (
          words.percent((100 / (1 + change)).toFixed(1))
        )}
      </td>
      <td className="py-2 pr-3 align-top whitespace-nowrap">
        {fitted.endsNaturally ? words.ownEnding : words.fadeOut}
      </td>
      <td className="py-1.5 align-top">
        <Hear
          name={name}
          playing={playing}
          hear={() => (playing ? player.stop() : hear(0))}
          hearEnding={() => hear(Math.max(0, fitted.soundFrames - 2 * around), fitted.lengthFrames)}
        />
      </td>
      <td className="py-1.5 pr-2 pl-2 text-right align-top whitespace-nowrap">
        <Choose
          on={cue.fit?.method === one.method}
          press={() => {
            look(one.method);
            edit({ kind: "setFit", cueId: cue.id, fit: recipe });
          }}
          name={name}
        />
      </td>
    </tr>
  );
}

function Choose({ on, press, name }: { on: boolean; press: () => void; name: string }) {
  return (
    <button
      type="button"
      className={`btn btn-xs ${on ? "btn-primary" : ""}`}
      aria-pressed={on}
      aria-label={on ? words.isUsed(name) : words.useMethod(name)}
      onClick={press}
    >
      {on && <Check size={12} />} {on ? words.used : words.use}
    </button>
  );
}
