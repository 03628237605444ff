let text = "";

/**
 * Takes what is typed while one cell is being kept and the next is not open yet.
 *
 * @returns ends it
 */
export function typeAhead(): () => void {
  text = "";
  const take = (e: KeyboardEvent) => {
    if (e.key.length === 1 && !e.ctrlKey && !e.altKey && !e.metaKey) text += e.key;
    e.preventDefault();
    e.stopPropagation();
  };
  window.addEventListener("keydown", take, true);
  return () => window.removeEventListener("keydown", take, true);
}

/** What was typed ahead for the cell that opens; told once. */
export function typedAhead(): string {
  const taken = text;
  text = "";
  return taken;
}
