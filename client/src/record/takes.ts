import { Problem, type BroughtFile } from "../api/client";
import { finished } from "../api/upload";

const version = { "Tus-Resumable": "1.0.0" };
const base64 = (text: string) => btoa(String.fromCharCode(...new TextEncoder().encode(text)));

/** What takes of a show are called on their way. */
const takePurpose = (showId: string) => `take-${showId}`;

/**
 * A take on its way to the server while it is recorded, piece by piece, by the protocol for resumable uploads with its length left
 * open: a lost page loses only the last seconds.
 */
export class Take {
  private offset = 0;
  private url: Promise<string>;
  private sent: Promise<unknown>;

  constructor(showId: string, name: string) {
    this.url = fetch("/api/uploads", {
      method: "POST",
      headers: {
        ...version,
        "Upload-Defer-Length": "1",
        "Upload-Metadata": `filename ${base64(name)},purpose ${base64(takePurpose(showId))}`,
      },
    }).then((answer) => answer.headers.get("Location") ?? "");
    this.sent = this.url;
  }

  /** Adds a piece; pieces go one after the other. */
  add(piece: Blob) {
    this.sent = this.sent.then(async () => {
      const answer = await fetch(await this.url, {
        method: "PATCH",
        headers: {
          ...version,
          "Content-Type": "application/offset+octet-stream",
          "Upload-Offset": String(this.offset),
        },
        body: piece,
      });
      if (!answer.ok)
        throw new Problem("The take does not reach the server. What was said before is kept; try once more.");
      this.offset += piece.size;
    });
    // A failure is told when the take is kept.
    this.sent.catch(() => undefined);
  }

  /** Ends the take and keeps it. */
  async keep(): Promise<BroughtFile> {
    await this.sent;
    return keepUpload(await this.url);
  }

  /** Throws the take away. */
  async drop() {
    await this.sent.catch(() => undefined);
    await fetch(await this.url, { method: "DELETE", headers: version });
  }
}

/** Ends an upload where it has come to. */
export async function keepUpload(url: string): Promise<BroughtFile> {
  const offset = (await fetch(url, { method: "HEAD", headers: version })).headers.get("Upload-Offset") ?? "0";
  const answer = await fetch(url, {
    method: "PATCH",
    headers: {
      ...version,
      "Content-Type": "application/offset+octet-stream",
      "Upload-Offset": offset,
      "Upload-Length": offset,
    },
  });
  if (!answer.ok) throw new Problem("The take could not be kept. Try once more.");
  return finished(url);
}
