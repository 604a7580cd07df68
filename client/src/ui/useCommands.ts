import { useEffect, useRef } from "react";
import { layer, textField } from "./targets";
import { commandAt, type CommandOf, commands, type Scope } from "./commands";

type Handlers<S extends Scope> = Partial<Record<CommandOf<S>, ((event: KeyboardEvent) => void) | undefined>>;

/** Scopes that replace all others: a running show takes over the keyboard. */
const covering: ReadonlySet<Scope> = new Set(["stage", "presenter", "player"]);
let covers = 0;

const field = "input, select, textarea, [contenteditable]";
// Not sliders: after a click on the overview, Space still plays.
const pressed = "button, a[href], summary, audio, video, [role=menuitem]";
const rows = "[data-title], [data-cue]";

/** Runs the commands of a scope when their keys are pressed anywhere on the page, while the component is mounted. */
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

/** Whether the focused control uses the key itself. */
function belongsToTarget<S extends Scope>(event: KeyboardEvent, scope: S, name: CommandOf<S>): boolean {
  const { target } = event;
  if (!(target instanceof Element)) return false;
  const { inFields } = commands[scope][name] as { inFields?: boolean };
  if (inFields) return target.matches(textField) && !target.matches("[data-typing=false]");
  if (target.closest(layer) || target.closest(field)) return true;
  // Rows and strands of the sheet are selected with Enter, so that the space bar still plays there.
  return (
    (event.key === " " || event.key === "Enter") && target.closest(pressed) !== null && target.closest(rows) === null
  );
}
