import { X } from "lucide-react";
import { Dialog as Parts } from "radix-ui";
import { useContext, type ReactNode } from "react";
import { PartThemeContext } from "./theme";
import { useReturnFocus } from "./useReturnFocus";
import { words } from "./words";

interface Props {
  title: string;
  close: () => void;
  children: ReactNode;
  /** The buttons at its bottom. */
  actions?: ReactNode;
  wide?: boolean;
  /** Whether it contains only text: then the text gets the focus, for scrolling by arrow keys. */
  isText?: boolean;
}

/** A dialog over the page. Escape and the cross close it, and the focus returns to where it was. A click beside it does not close it: a recording could be lost by accident. */
export function Dialog({ title, close, children, actions, wide = false, isText = false }: Props) {
  const returnFocus = useReturnFocus();
  const theme = useContext(PartThemeContext);
  return (
    <Parts.Root open onOpenChange={(open) => !open && close()}>
      <Parts.Portal>
        <Parts.Overlay className="fixed inset-0 z-50 bg-black/40" />
        <Parts.Content
          data-theme={theme}
          className={`bg-base-100 text-base-content rounded-box fixed top-1/2 left-1/2 z-50 flex max-h-[88vh] w-11/12 -translate-1/2 flex-col shadow-xl outline-none ${wide ? "max-w-4xl" : "max-w-xl"}`}
          aria-describedby={undefined}
          onEscapeKeyDown={letFieldsGoFirst}
          onCloseAutoFocus={returnFocus}
          onInteractOutside={(event) => event.preventDefault()}
        >
          <header className="line-b flex items-center justify-between px-5 py-3">
            <Parts.Title className="text-lg">{title}</Parts.Title>
            <Parts.Close className="btn btn-ghost btn-sm btn-square" aria-label={words.close}>
              <X size={18} />
            </Parts.Close>
          </header>
          <div className="min-h-0 grow overflow-y-auto px-5 py-4" tabIndex={isText ? 0 : undefined}>
            {children}
          </div>
          {actions && <footer className="line-t flex justify-end gap-2 px-5 py-3">{actions}</footer>}
        </Parts.Content>
      </Parts.Portal>
    </Parts.Root>
  );
}

/** Escape first discards the text typed into a field; pressed again, it closes the dialog. */
export function letFieldsGoFirst(event: KeyboardEvent) {
  if (document.activeElement?.matches("[data-typing=true]")) event.preventDefault();
}
