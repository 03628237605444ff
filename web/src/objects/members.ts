import type { LibraryObject } from "../api/client";

/** One member of a group, or one that is taken away from it. */
export interface Member {
  name: string;
  except: boolean;
  /** What it is; nothing where the library does not hold it, as with users named directly. */
  object?: LibraryObject;
}

const EXCEPT = "except ";

/**
 * The members of a group in their order, then those taken away.
 *
 * @param known objects by kind and name
 */
export function membersOf(group: LibraryObject, known: Map<string, LibraryObject>): Member[] {
  if (group.form !== "group") return [];
  return group.value.split("·").flatMap((part) => {
    const text = part.trim();
    const except = text.startsWith(EXCEPT);
    return (except ? text.slice(EXCEPT.length) : text)
      .split(",")
      .map((n) => n.trim())
      .filter((n) => n)
      .map((name) => ({ name, except, object: known.get(`${group.kind} ${name}`) }));
  });
}
