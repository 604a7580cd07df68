import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { toast } from "sonner";
import type { BroughtFile } from "../api/client";
import { addSlides } from "../api/decks";
import { reportError } from "../api/errors";
import { upsertJob } from "../api/jobs";
import { applyEdited, cachedShow } from "../api/show";
import { addSound, replaceSound } from "../api/sounds";
import { stop, upload, type Purpose } from "../api/upload";
import { isDeck, isVideo } from "../decks/readable";
import type { Upload } from "../shows/ShowContext";

const atOnce = 2;
const behindTheLast = 2 ** 31 - 1;

/** A deck that has arrived while the show has slides: what it is for is asked. */
export interface ArrivedDeck {
  files: readonly BroughtFile[];
  index: number;
}

/** Where on the sheet files were let go: on a slide, or between two. */
export interface BroughtTo {
  slideId?: string;
  index?: number;
}
type VideoAt = { slideId: string } | { index: number } | Record<never, never>;

/** Brings files into a show, a few at a time, telling how far each has come. */
export function useBringIn(showId: string) {
  const queries = useQueryClient();
  const [uploads, setUploads] = useState<readonly Upload[]>([]);
  const [arrived, setArrived] = useState<readonly ArrivedDeck[]>([]);
  const view = () => cachedShow(queries, showId);

  const shown = async <T>(
    name: string,
    work: (tell: (fraction: number) => void, signal: AbortSignal) => Promise<T>,
  ) => {
    const id = Date.now() + Math.random();
    const abort = new AbortController();
    const tell = (fraction: number) => setUploads((all) => all.map((u) => (u.id === id ? { ...u, fraction } : u)));
    setUploads((all) => [...all, { id, name, stop: () => stop(abort) }]);
    try {
      return await work(tell, abort.signal);
    } finally {
      setUploads((all) => all.filter((u) => u.id !== id));
    }
  };
  const send = (file: File, purpose: Purpose) =>
    shown(file.name, (tell, signal) => {
      tell(0);
      return upload(file, purpose, tell, signal);
    });

  const bringSound = async (file: File, at: VideoAt) => {
    const brought = await send(file, isVideo(file) ? "video" : "sound");
    const there = view()?.show.sounds.find((s) => s.media === brought.hash && !s.removed);
    // What is let go on the sheet is laid there, though it was here before.
    const laid = isVideo(file) && ("slideId" in at || "index" in at);
    if (there && !laid) toast(`${file.name} is here already, as ${there.name}.`);
    else {
      const body = isVideo(file) ? { ...brought, kind: "video" as const, ...at } : brought;
      upsertJob(queries, await addSound(showId, body));
    }
  };

  const bringDeck = async (files: readonly File[], index: number) => {
    const brought: BroughtFile[] = [];
    for (const file of files) brought.push(await send(file, "deck"));
    if (view()?.show.slides.length) setArrived((all) => [...all, { files: brought, index }]);
    else {
      const name = brought.map((b) => b.name).join(", ");
      const read = (signal: AbortSignal) => addSlides(showId, { files: brought, index, fills: false }, signal);
      await applyEdited(queries, showId, await shown(name, (_, signal) => read(signal)));
    }
  };

  const bringIn = (files: readonly File[], at: BroughtTo = {}) => {
    const { index = behindTheLast, slideId } = at;
    const deck = files.filter(isDeck);
    const sounds = files.filter((file) => !isDeck(file));
    if (deck.length > 0) void bringDeck(deck, index).catch(reportError);
    const work = async () => {
      for (let file = sounds.shift(); file; file = sounds.shift())
        await bringSound(file, slideId ? { slideId } : at.index === undefined ? {} : { index }).catch(reportError);
    };
    for (let i = 0; i < atOnce; i++) void work();
  };

  const replace = async (soundId: string, file: File) => {
    const body = await send(file, "sound");
    upsertJob(queries, await replaceSound(showId, soundId, body));
  };

  return {
    uploads,
    send,
    bringIn,
    replace: (soundId: string, file: File) => void replace(soundId, file).catch(reportError),
    /** The deck that is asked about: one after the other. */
    arrived: arrived[0],
    settle: () => setArrived(([, ...rest]) => rest),
  };
}
