let keys = "";

/** What was typed for a cell before it was open, and whether Tab followed. */
export interface Ahead {
  typed: string;
  tab: boolean;
}

/**
 * Takes what is typed while one cell is being kept and the next is not open yet; more of it may
 * wait already.
 *
 * @returns ends it
 */
export function typeAhead(): () => void {
  const take = (e: KeyboardEvent) => {
    if (e.key.length === 1 && !e.ctrlKey && !e.altKey && !e.metaKey) keys += e.key;
    else if (e.key === "Tab" && !e.shiftKey) keys += "\t";
    e.preventDefault();
    e.stopPropagation();
  };
  window.addEventListener("keydown", take, true);
  return () => window.removeEventListener("keydown", take, true);
}

/** What was typed ahead for the cell that opens; told once. */
export function typedAhead(): Ahead {
  const tab = keys.indexOf("\t");
  const typed = tab < 0 ? keys : keys.slice(0, tab);
  keys = tab < 0 ? "" : keys.slice(tab + 1);
  return { typed, tab: tab >= 0 };
}

/** No other cell opens. */
export function forgetAhead() {
  keys = "";
}
