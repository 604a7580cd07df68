import { useEffect } from "react";
import { Dialog } from "../../ui/Dialog";
import { LoadError } from "../../ui/LoadError";
import type { Clicker } from "./useClicker";
import { Status } from "../../ui/Status";
import { words } from "./words";

/** How a phone on the same network joins as a clicker; off until this dialog is opened. */
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
      title={words.title}
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
          {words.disconnectAll}
        </button>
      }
    >
      {problem ? (
        <LoadError error={problem} retry={open} />
      ) : !joined ? (
        <Status>{words.opening}</Status>
      ) : (
        <>
          {joined.addresses.length > 0 ? (
            <>
              <p>{words.openOnPhone}</p>
              {joined.addresses.map((address) => (
                <p key={address} className="figures my-1 text-xl font-bold break-all">
                  {address}
                </p>
              ))}
            </>
          ) : (
            <p>{words.noNetwork}</p>
          )}
          <p className="mt-4">{words.typeCode}</p>
          <p className="figures my-1 text-5xl font-bold tracking-widest" data-testid="code">
            {joined.code}
          </p>
          <p className="muted mt-4 text-sm">{words.whatItCan}</p>
          <p className="mt-3">
            {words.noPhone}{" "}
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
              {words.practice}
            </a>
          </p>
        </>
      )}
    </Dialog>
  );
}
