import type { LibraryObject } from "../api/client";

/** Objects as a table: cells end with a tab, which none of them can hold. */
export function table(objects: LibraryObject[]): string {
  const rows = objects.map((o) => [o.name, o.value, o.note, o.labels.join(" ")]);
  return [["name", "content", "note", "labels"], ...rows]
    .map((cells) => cells.map((c) => c.replace(/\s+/g, " ")).join("\t"))
    .join("\n")
    .concat("\n");
}

/** Hands a text to the browser as a file. */
export function download(name: string, text: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type: "text/plain" }));
  link.download = name;
  link.click();
  URL.revokeObjectURL(link.href);
}
