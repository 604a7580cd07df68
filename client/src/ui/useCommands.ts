import { useEffect, useRef } from "react";
import { layer, textField } from "./targets";
import { commandAt, type CommandOf, commands, type Scope } from "./commands";

type Handlers<S extends Scope> = Partial<Record<CommandOf<S>, ((event: KeyboardEvent) => void) | undefined>>;

/** Scopes that cover all others: what shows a show has the keys for itself. */
const covering: ReadonlySet<Scope> = new Set(["stage", "presenter", "player"]);
let covers = 0;

const field = "input, select, textarea, [contenteditable]";
// Not sliders: after a click into the strip of the show, Space plays it.
const pressed = "button, a[href], summary, audio, video, [role=menuitem]";
const rows = "[data-title], [data-cue]";

/** Runs the commands of a scope when their keys are pressed anywhere on the page, as long as the component is there. */
export function useCommands<S extends Scope>(scope: S, handlers: Handlers<S>) {
  const latest = useRef(handlers);
  useEffect(() => {
    latest.current = handlers;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.defaultPrevented || (covers > 0 && !covering.has(scope))) return;
      const name = commandAt(scope, event);
      const handler = name && latest.current[name];
      if (!handler || belongsToTarget(event, scope, name)) return;
      event.preventDefault();
      handler(event);
    };
    if (covering.has(scope)) covers++;
    document.addEventListener("keydown", press);
    return () => {
      if (covering.has(scope)) covers--;
      document.removeEventListener("keydown", press);
    };
  }, [scope]);
}

/** Whether the control on which a key was pressed has a use for it. */
function belongsToTarget<S extends Scope>(event: KeyboardEvent, scope: S, name: CommandOf<S>): boolean {
  const { target } = event;
  if (!(target instanceof Element)) return false;
  const { inFields } = commands[scope][name] as { inFields?: boolean };
  if (inFields) return target.matches(textField) && !target.matches("[data-typing=false]");
  if (target.closest(layer) || target.closest(field)) return true;
  // The rows and strands of the sheet are selected with Enter, so that there the space bar still plays.
  return (
    (event.key === " " || event.key === "Enter") && target.closest(pressed) !== null && target.closest(rows) === null
  );
}
