import { useEffect } from "react";
import { Dialog } from "../../ui/Dialog";
import { LoadError } from "../../ui/LoadError";
import type { Clicker } from "./useClicker";
import { Status } from "../../ui/Status";

/** How a phone on the same network joins as a clicker; off until this is opened. */
export function ClickerDialog({
  clicker: { joined, problem, open, shut },
  close,
}: {
  clicker: Clicker;
  close: () => void;
}) {
  useEffect(open, [open]);
  return (
    <Dialog
      title="Clicker"
      close={close}
      actions={
        <button
          type="button"
          className="btn"
          onClick={() => {
            shut();
            close();
          }}
        >
          Shut all clickers out
        </button>
      }
    >
      {problem ? (
        <LoadError error={problem} retry={open} />
      ) : !joined ? (
        <Status>Opening…</Status>
      ) : (
        <>
          {joined.addresses.length > 0 ? (
            <>
              <p>On a phone in the same network, open</p>
              {joined.addresses.map((address) => (
                <p key={address} className="figures my-1 text-xl font-bold break-all">
                  {address}
                </p>
              ))}
            </>
          ) : (
            <p>This machine is in no network, so no phone can reach it. Join one, then open this again.</p>
          )}
          <p className="mt-4">and type the code</p>
          <p className="figures my-1 text-5xl font-bold tracking-widest" data-testid="code">
            {joined.code}
          </p>
          <p className="muted mt-4 text-sm">
            Whoever has the code can move the slides, start what waits for a hand, and silence all; nothing else.
          </p>
          <p className="mt-3">
            No phone at hand?{" "}
            <a
              className="btn btn-sm"
              href={`/clicker?code=${joined.code}`}
              target="phonaris-clicker"
              rel="opener"
              onClick={(event) => {
                event.preventDefault();
                window.open(event.currentTarget.href, "phonaris-clicker", "popup,width=390,height=760");
              }}
            >
              Practice clicker
            </a>
          </p>
        </>
      )}
    </Dialog>
  );
}
