import type { Change } from "../api/client";
import { fieldChanges } from "./fields";

/** What all changes of one thing come to: as one change, with those it is made of, oldest first. */
export interface Outcome extends Change {
  made: number[];
  /** Whether it stands elsewhere too, besides being changed. */
  moved: boolean;
}

function came(changes: Change[]): Outcome | undefined {
  const first = changes[0];
  const last = changes.at(-1);
  if (!first || !last) return undefined;
  const added = first.kind === "add";
  const removed = last.kind === "remove";
  if (added && removed) return undefined;
  const before = added ? undefined : first.before;
  const after = removed ? undefined : changes.findLast((c) => c.after)?.after;
  const was = added ? "" : first.was;
  const is = removed ? "" : last.is;
  const moves = changes.filter((c) => c.kind === "move");
  const followed = moves[0]?.followed ?? "";
  const follows = moves.at(-1)?.follows ?? "";
  const moved = !added && !removed && followed !== follows;
  const changed =
    first.about === "line"
      ? before && after
        ? fieldChanges(before, after).length > 0
        : changes.some((c) => c.kind === "change")
      : was !== is;
  if (!added && !removed && !changed && !moved) return undefined;
  const kind = added ? "add" : removed ? "remove" : changed ? "change" : "move";
  const made = changes.map((c) => c.id);
  return {
    ...last,
    ...{ kind, before, after, was, is, followed, follows, made },
    moved: moved && kind === "change",
  };
}

/** What changes come to, in the order in which their things were first touched. */
export function outcomes(changes: Change[]): Outcome[] {
  const things = new Map<string, Change[]>();
  for (const c of changes) {
    const key = `${c.about} ${c.subject}`;
    things.set(key, [...(things.get(key) ?? []), c]);
  }
  return [...things.values()].flatMap((all) => came(all) ?? []);
}
