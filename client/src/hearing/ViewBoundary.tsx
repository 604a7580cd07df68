import { Component, type ReactNode } from "react";
import { isSounding, silence } from "./sounding";
import { words } from "./words";

interface Props {
  /** What is shown; a change of it resets the boundary. */
  view: string;
  children: ReactNode;
}

/** Catches errors while a view is drawn, so that the rest of the page stays and sound can be stopped. */
export class ViewBoundary extends Component<Props, { error: Error | undefined }> {
  override state = { error: undefined };

  static getDerivedStateFromError(error: unknown) {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override componentDidUpdate({ view }: Props) {
    if (view !== this.props.view && this.state.error) this.setState({ error: undefined });
  }

  override render() {
    const { error } = this.state;
    return error ? <Failed error={error} retry={() => this.setState({ error: undefined })} /> : this.props.children;
  }
}

/** The messages of browsers when code of a page cannot be loaded. */
const notLoaded = /dynamically imported module|module script|preload CSS/i;

function Failed({ error, retry }: { error: Error; retry: () => void }) {
  const isCodeMissing = notLoaded.test(error.message);
  return (
    <main className="grid min-h-0 grow place-items-center p-6 text-center">
      <div role="alert">
        <h1 className="mb-2 text-2xl">{isCodeMissing ? words.notLoaded : words.stopped}</h1>
        <p className="muted mb-4">{isCodeMissing ? words.notLoadedWhy : words.stoppedWhy}</p>
        <p className="flex justify-center gap-2">
          <button
            type="button"
            className="btn btn-primary"
            // Only a page reload requests failed code again.
            onClick={() => (isCodeMissing ? window.location.reload() : retry())}
          >
            {words.reload}
          </button>
          {isSounding() && (
            <button type="button" className="btn" onClick={silence}>
              {words.stopSound}
            </button>
          )}
        </p>
        {!isCodeMissing && (
          <details className="muted mt-6 text-sm">
            <summary>{words.details}</summary>
            {error.message}
          </details>
        )}
      </div>
    </main>
  );
}
