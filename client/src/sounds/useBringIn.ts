import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { answered, api } from "../api/client";
import { keepJob, keepShow, say } from "../api/queries";
import { upload } from "../api/upload";
import type { Upload } from "../shows/ShowContext";

const deckNames = /\.(pdf|png|jpe?g|webp|svg)$/i;
const atOnce = 2;
const behindTheLast = 2 ** 31 - 1;

/** Whether a file would be slides, by its name; what it really is the server finds out. */
const isDeck = (file: File) => deckNames.test(file.name);

/** Brings files into a show, a few at a time, telling how far each has come. */
export function useBringIn(showId: string) {
  const queries = useQueryClient();
  const [uploads, setUploads] = useState<readonly Upload[]>([]);

  const send = async (file: File, purpose: "deck" | "sound") => {
    const id = Date.now() + Math.random();
    const set = (fraction: number) => setUploads((all) => all.map((u) => (u.id === id ? { ...u, fraction } : u)));
    setUploads((all) => [...all, { id, name: file.name, fraction: 0 }]);
    try {
      return await upload(file, purpose, set);
    } finally {
      setUploads((all) => all.filter((u) => u.id !== id));
    }
  };

  const bringSound = async (file: File) => {
    const body = await send(file, "sound");
    keepJob(queries, answered(await api.POST("/api/shows/{id}/sounds", { params: { path: { id: showId } }, body })));
  };

  const bringDeck = async (files: readonly File[]) => {
    const brought = [];
    for (const file of files) brought.push(await send(file, "deck"));
    const body = { files: brought, index: behindTheLast };
    keepShow(queries, answered(await api.POST("/api/shows/{id}/deck", { params: { path: { id: showId } }, body })));
  };

  const bringIn = (files: readonly File[]) => {
    const deck = files.filter(isDeck);
    const sounds = files.filter((file) => !isDeck(file));
    if (deck.length > 0) void bringDeck(deck).catch(say);
    const work = async () => {
      for (let file = sounds.shift(); file; file = sounds.shift()) await bringSound(file).catch(say);
    };
    for (let i = 0; i < atOnce; i++) void work();
  };
  return { uploads, bringIn };
}
