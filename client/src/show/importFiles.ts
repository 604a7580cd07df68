import type { QueryClient } from "@tanstack/react-query";
import { toast } from "sonner";
import type { StoreApi } from "zustand";
import type { UploadedFile } from "../api/client";
import { addSlides } from "../api/decks";
import { reportError } from "../api/errors";
import { upsertJob } from "../api/jobs";
import { applyEdited, cachedShow } from "../api/show";
import { addSound, replaceSound } from "../api/sounds";
import { stop, upload as uploadFile, type Purpose } from "../api/upload";
import { isDeck, isVideo } from "./fileKinds";
import type { OpenState } from "./openState";
import { words } from "./words";

const atOnce = 2;
const behindTheLast = 2 ** 31 - 1;

/** Where files were dropped: on a slide, or between two. */
export interface ImportTarget {
  slideId?: string;
  index?: number;
}
type VideoTarget = { slideId: string } | { index: number } | Record<never, never>;

/** Imports files into a show, two at a time, with progress for each. */
export function createImports(queries: QueryClient, showId: string, state: StoreApi<OpenState>) {
  const view = () => cachedShow(queries, showId);

  const shown = async <T>(
    name: string,
    work: (progress: (fraction: number) => void, signal: AbortSignal) => Promise<T>,
  ) => {
    const id = Date.now() + Math.random();
    const abort = new AbortController();
    const progress = (fraction: number) =>
      state.setState(({ uploads }) => ({ uploads: uploads.map((u) => (u.id === id ? { ...u, fraction } : u)) }));
    state.setState(({ uploads }) => ({ uploads: [...uploads, { id, name, stop: () => stop(abort) }] }));
    try {
      return await work(progress, abort.signal);
    } finally {
      state.setState(({ uploads }) => ({ uploads: uploads.filter((u) => u.id !== id) }));
    }
  };
  const upload = (file: File, purpose: Purpose) =>
    shown(file.name, (progress, signal) => {
      progress(0);
      return uploadFile(file, purpose, progress, signal);
    });

  const importSound = async (file: File, to: VideoTarget) => {
    const uploaded = await upload(file, isVideo(file) ? "video" : "sound");
    const existing = view()?.show.sounds.find((s) => s.media === uploaded.hash && !s.removed);
    // Files dropped on the sheet are placed there, even if they were imported before.
    const isPlaced = isVideo(file) && ("slideId" in to || "index" in to);
    if (existing && !isPlaced) toast(words.alreadyHere(file.name, existing.name));
    else {
      const body = isVideo(file) ? { ...uploaded, kind: "video" as const, ...to } : uploaded;
      upsertJob(queries, await addSound(showId, body));
    }
  };

  const importDeck = async (files: readonly File[], index: number) => {
    const uploaded: UploadedFile[] = [];
    for (const file of files) uploaded.push(await upload(file, "deck"));
    if (view()?.show.slides.length) state.setState(({ decks }) => ({ decks: [...decks, { files: uploaded, index }] }));
    else {
      const name = uploaded.map((b) => b.name).join(", ");
      const read = (signal: AbortSignal) => addSlides(showId, { files: uploaded, index, fills: false }, signal);
      await applyEdited(queries, showId, await shown(name, (_, signal) => read(signal)));
    }
  };

  const importFiles = (files: readonly File[], to: ImportTarget = {}) => {
    const { index = behindTheLast, slideId } = to;
    const deck = files.filter(isDeck);
    const sounds = files.filter((file) => !isDeck(file));
    if (deck.length > 0) void importDeck(deck, index).catch(reportError);
    const work = async () => {
      for (let file = sounds.shift(); file; file = sounds.shift())
        await importSound(file, slideId ? { slideId } : to.index === undefined ? {} : { index }).catch(reportError);
    };
    for (let i = 0; i < atOnce; i++) void work();
  };

  const replace = async (soundId: string, file: File) => {
    const body = await upload(file, "sound");
    upsertJob(queries, await replaceSound(showId, soundId, body));
  };

  return {
    upload,
    importFiles,
    replaceFile: (soundId: string, file: File) => void replace(soundId, file).catch(reportError),
  };
}
