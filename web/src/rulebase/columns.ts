/** The cells of a rule that can be gone to, from left to right. */
export const COLUMNS = [
  "name",
  "from",
  "to",
  "source",
  "destination",
  "what",
  "when",
  "action",
  "log",
] as const;

export type Column = (typeof COLUMNS)[number];

export const TITLES: Record<Column, string> = {
  name: "name",
  from: "from",
  to: "to",
  source: "source",
  destination: "destination",
  what: "what",
  when: "when",
  action: "action",
  log: "log",
};
