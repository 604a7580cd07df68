import { DetailedError, Upload } from "tus-js-client";
import { api, type UploadedFile, unwrap } from "./client";
import { titleOf, UserError } from "./errors";
import { words } from "./words";

const retryAfter = [0, 500, 1000, 2000, 4000, 8000, 8000, 8000];

/** The size of one request, in bytes: a lost connection costs no more than this, and no request is too large for the server. */
const chunkSize = 64 * 1024 * 1024;

/** The purpose of the file. */
export type Purpose = "deck" | "show" | "sound" | "video";

/** Cancels the work, without a message to users. */
export const stop = (work: AbortController) => work.abort();

/**
 * Uploads a file unchanged and reports the fraction sent. By the open protocol for resumable uploads (tus), it resumes after a lost connection or
 * a closed page when the same file is imported again.
 */
export function upload(
  file: File,
  purpose: Purpose,
  progress: (fraction: number) => void,
  signal?: AbortSignal,
): Promise<UploadedFile> {
  return new Promise((resolve, reject) => {
    const run = new Upload(file, {
      endpoint: "/api/uploads",
      chunkSize,
      metadata: { filename: file.name, purpose },
      retryDelays: retryAfter,
      removeFingerprintOnSuccess: true,
      onProgress: (sent, total) => progress(total > 0 ? sent / total : 0),
      onShouldRetry: (error) => error.originalResponse === null || error.originalResponse.getStatus() === 409,
      onSuccess: () => void finished(run.url).then(resolve, reject),
      onError: (error) => reject(problemOf(error, file.name)),
    });
    signal?.addEventListener("abort", () => void run.abort(true).finally(() => reject(signal.reason as UserError)));
    void run.findPreviousUploads().then(([before]) => {
      if (signal?.aborted) return;
      if (before) run.resumeFromPreviousUpload(before);
      run.start();
    });
  });
}

/** What identifies an upload. */
export async function finished(url: string | null): Promise<UploadedFile> {
  const id = url?.split("/").at(-1) ?? "";
  return unwrap(await api.GET("/api/uploads/{id}", { params: { path: { id } } }));
}

function problemOf(error: Error | DetailedError, name: string): UserError {
  if (error instanceof DetailedError && error.originalResponse) {
    try {
      const title = titleOf(JSON.parse(error.originalResponse.getBody()));
      if (title) return new UserError(title);
    } catch {
      // The response does not come from this server.
    }
  }
  return new UserError(words.uploadInterrupted(name));
}
