import { Tooltip } from "radix-ui";
import type { ReactElement } from "react";

const delayMs = 500;

interface Props {
  words: string;
  /** The keys that do the same. */
  keys?: readonly string[];
  /** What it is about: a button or a link. */
  children: ReactElement;
}

/** Words about a button, shown when the pointer or the focus rests on it. */
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
