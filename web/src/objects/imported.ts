/** What becomes of a group's members when a list is put into it. */
export interface Members {
  added: string[];
  kept: string[];
  dropped: string[];
}

/**
 * A group's members and a list that comes in.
 *
 * @param replace whether those that are not in the list go
 */
export function merge(members: string[], list: string[], replace: boolean): Members {
  const here = new Set(members);
  const coming = new Set(list);
  return {
    added: [...coming].filter((n) => !here.has(n)),
    kept: members.filter((n) => !replace || coming.has(n)),
    dropped: replace ? members.filter((n) => !coming.has(n)) : [],
  };
}
