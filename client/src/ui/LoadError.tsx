import { words } from "./words";

/** Says that something could not be loaded, with a way to try again. */
export function LoadError({ error, retry }: { error: Error; retry: () => void }) {
  return (
    <p role="alert" className="flex flex-wrap items-center gap-x-3 gap-y-1">
      <span className="text-error">{error.message}</span>
      <button type="button" className="btn btn-xs" onClick={retry}>
        {words.tryAgain}
      </button>
    </p>
  );
}
