import type { Line, Rule, Stack } from "../api/client";
import { emptyRule } from "./emptyRule";

export const rule: Rule = { ...emptyRule("r"), on: true };

/** A line whose name is told by its identity. */
export function line(
  id: number,
  position: string,
  more: Partial<Rule> = {},
  lines: Line[] = [],
): Line {
  return {
    id,
    version: 0,
    kind: "rule",
    position,
    name: `r${id}`,
    rule: { ...rule, name: `r${id}`, ...more },
    marks: [],
    lines,
  };
}

export const divider: Line = {
  id: 9,
  version: 0,
  kind: "divider",
  position: "",
  name: "d",
  marks: [],
  lines: [],
};

/** A firewall with one shelf of its own. */
export function stack(lines: Line[]): Stack {
  return {
    version: "a",
    id: 1,
    name: "fw",
    kind: "firewall",
    zones: [],
    shelves: [
      {
        id: 1,
        name: "fw/own",
        owner: "fw",
        ownerKind: "firewall",
        ownerId: 1,
        part: "own",
        editable: true,
        rules: lines.length,
        lines,
      },
    ],
    floor: { kind: "closed", log: true, setBy: "" },
  };
}
