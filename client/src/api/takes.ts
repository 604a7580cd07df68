import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { api, type UploadedFile, send, unwrap } from "./client";
import { UserError } from "./errors";
import { keys } from "./keys";
import { finished } from "./upload";
import { words } from "./words";

const version = { "Tus-Resumable": "1.0.0" };
const base64 = (text: string) => btoa(String.fromCharCode(...new TextEncoder().encode(text)));

/** Recordings of a show that were interrupted, for example because the page was closed. */
export const useLostTakes = (id: string) =>
  useQuery({
    queryKey: keys.takes(id),
    queryFn: async ({ signal }) => unwrap(await api.GET("/api/shows/{id}/takes", { params: { path: { id } }, signal })),
  });

/** Deletes the received part of an interrupted recording. */
export function useDropTake(id: string) {
  const queries = useQueryClient();
  return useMutation({
    mutationFn: async (uploadId: string) =>
      unwrap(await api.DELETE("/api/uploads/{id}", { params: { path: { id: uploadId } } })),
    onSettled: () => queries.invalidateQueries({ queryKey: keys.takes(id) }),
  });
}

/** Ends an interrupted recording at its interruption. */
export const finishTake = (uploadId: string) => finish(`/api/uploads/${uploadId}`);

/**
 * Uploads a recording while it is made, by the protocol for resumable uploads (tus 1.0) with a deferred length: if the page is closed, no more than
 * the last second is lost. Everything stays in memory until the end, so that a part that did not arrive is sent again with the next one.
 */
export class TakeUpload {
  private readonly recorded: Blob[] = [];
  private url: string | undefined;
  /** How much the server has; unknown after a failure. */
  private offset: number | undefined;
  private sending: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly showId: string,
    private readonly name: string,
  ) {}

  /** Adds what was recorded since the last call. */
  add(part: Blob) {
    this.recorded.push(part);
    // A failure is reported at the end, if it has not been made up for by then.
    this.sending = this.sending.then(() => this.sendRest()).catch(() => undefined);
  }

  /** Sends what is missing and ends the upload. After a failure it can be called again. */
  async finish(): Promise<UploadedFile> {
    await this.sending;
    return finish(await this.sendRest());
  }

  /** Deletes the upload. */
  async drop() {
    await this.sending;
    if (this.url) await send(this.url, { method: "DELETE", headers: version });
  }

  private async sendRest(): Promise<string> {
    const url = (this.url ??= await this.create());
    const recorded = new Blob(this.recorded);
    const offset = this.offset ?? (await offsetOf(url));
    this.offset = undefined;
    if (offset < recorded.size) await patch(url, offset, {}, recorded.slice(offset));
    this.offset = recorded.size;
    return url;
  }

  private async create(): Promise<string> {
    const answer = await send("/api/uploads", {
      method: "POST",
      headers: {
        ...version,
        "Upload-Defer-Length": "1",
        "Upload-Metadata": `filename ${base64(this.name)},purpose ${base64(`take-${this.showId}`)}`,
      },
    });
    const url = answer.headers.get("Location");
    if (!answer.ok || !url) throw notUploaded();
    return url;
  }
}

const notUploaded = () => new UserError(words.notUploaded);

async function offsetOf(url: string): Promise<number> {
  const offset = (await send(url, { method: "HEAD", headers: version })).headers.get("Upload-Offset");
  if (offset === null) throw notUploaded();
  return Number(offset);
}

async function patch(url: string, offset: number, headers: Record<string, string>, body?: Blob) {
  const answer = await send(url, {
    method: "PATCH",
    headers: {
      ...version,
      ...headers,
      "Content-Type": "application/offset+octet-stream",
      "Upload-Offset": String(offset),
    },
    ...(body && { body }),
  });
  if (!answer.ok) throw notUploaded();
}

async function finish(url: string): Promise<UploadedFile> {
  const offset = await offsetOf(url);
  await patch(url, offset, { "Upload-Length": String(offset) });
  return finished(url);
}
