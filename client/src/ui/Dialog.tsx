import { X } from "lucide-react";
import { useLayoutEffect, useRef, type ReactNode } from "react";

interface Props {
  title: string;
  close: () => void;
  children: ReactNode;
  /** Buttons at its foot. */
  actions?: ReactNode;
  wide?: boolean;
}

/** A dialog over the page: Escape and the cross put it away. */
export function Dialog({ title, close, children, actions, wide = false }: Props) {
  const box = useRef<HTMLDialogElement>(null);
  // Before it leaves the page: browsers give the focus back only from a dialog that is still there.
  useLayoutEffect(() => {
    const dialog = box.current;
    const before = document.activeElement;
    if (dialog && !dialog.open) dialog.showModal();
    return () => {
      dialog?.close();
      if (before instanceof HTMLElement || before instanceof SVGElement) before.focus();
    };
  }, []);
  return (
    <dialog
      ref={box}
      className="modal"
      aria-label={title}
      onCancel={(event) => {
        event.preventDefault();
        close();
      }}
    >
      <div className={`modal-box bg-base-100 flex max-h-[88vh] flex-col p-0 ${wide ? "max-w-4xl" : "max-w-xl"}`}>
        <header className="line-b flex items-center justify-between px-5 py-3">
          <h2 className="text-lg">{title}</h2>
          <button type="button" className="btn btn-ghost btn-sm btn-square" aria-label="Put away" onClick={close}>
            <X size={18} />
          </button>
        </header>
        <div className="min-h-0 grow overflow-y-auto px-5 py-4">{children}</div>
        {actions && <footer className="line-t flex justify-end gap-2 px-5 py-3">{actions}</footer>}
      </div>
    </dialog>
  );
}
