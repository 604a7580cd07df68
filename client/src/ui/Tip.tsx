import { Tooltip } from "radix-ui";
import type { ReactElement } from "react";

const delayMs = 500;

interface Props {
  words: string;
  /** The keyboard shortcut. */
  keys?: readonly string[];
  /** The button or link it belongs to. */
  children: ReactElement;
}

/** A tooltip, shown on hover and focus. */
export function Tip({ words, keys = [], children }: Props) {
  return (
    <Tooltip.Provider delayDuration={delayMs}>
      <Tooltip.Root disableHoverableContent>
        <Tooltip.Trigger asChild>{children}</Tooltip.Trigger>
        <Tooltip.Portal>
          <Tooltip.Content
            sideOffset={4}
            collisionPadding={8}
            className="bg-neutral text-neutral-content z-50 max-w-72 rounded px-2 py-1 text-xs"
          >
            {words}
            {keys[0] && <kbd className="figures ml-2 font-sans font-bold opacity-80">{keys[0]}</kbd>}
          </Tooltip.Content>
        </Tooltip.Portal>
      </Tooltip.Root>
    </Tooltip.Provider>
  );
}
