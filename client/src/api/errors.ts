import { toast } from "sonner";
import { words } from "./words";

/** Why a request failed. */
export type FailureKind = "offline" | "busy" | "refused" | "gone" | "changed";

/** A failed request. The message is for the user. */
export class UserError extends Error {
  constructor(
    message: string,
    readonly kind: FailureKind = "refused",
  ) {
    super(message);
  }
}

/** The error of a request without a response. */
export const offlineError = () => new UserError(words.failures.offline, "offline");

/** The error reported by a response of the server. */
export function errorOf(status: number, body: unknown): UserError {
  const kind = kindOf(status);
  return new UserError(titleOf(body) ?? words.failures[kind], kind);
}

function kindOf(status: number): FailureKind {
  if (status === 404 || status === 410) return "gone";
  if (status === 409) return "changed";
  if (status === 429 || status === 503) return "busy";
  return status === 502 || status === 504 ? "offline" : "refused";
}

/** A problem of the server (RFC 9457). */
export function titleOf(body: unknown): string | undefined {
  return typeof body === "object" && body !== null && "title" in body && typeof body.title === "string"
    ? body.title
    : undefined;
}

/** Whether the same request may succeed later. */
export const isTransient = (error: unknown) =>
  error instanceof UserError && (error.kind === "offline" || error.kind === "busy");

/** Whether a request was cancelled, which is not reported to users. */
export const isCancelled = (error: unknown) => error instanceof Error && error.name === "AbortError";

const shownMs = 8000;

/** Shows an error to the user, once however often it occurs, with a retry where that can help. */
export function reportError(error: unknown, retry?: () => void) {
  if (isCancelled(error)) return;
  const message = error instanceof Error ? error.message : String(error);
  const action = retry && isTransient(error) ? { label: words.tryAgain, onClick: retry } : undefined;
  toast.error(message, { id: message, duration: shownMs, ...(action && { action }) });
}
