import type { Rule } from "../api/client";

/** A rule whose every field is empty; it is off until somebody has filled it. */
export function emptyRule(name: string, owner = ""): Rule {
  return {
    name,
    on: false,
    note: "",
    owner,
    ticket: "",
    labels: [],
    expires: "",
    from: [],
    to: [],
    source: { not: false, names: [] },
    destination: { not: false, names: [] },
    users: [],
    applications: [],
    standardServices: false,
    services: [],
    when: [],
    profiles: [],
    guard: "none",
    action: "allow",
    end: "",
    endLog: "",
    log: "none",
    inspection: [],
    sourceNat: false,
    only: [],
  };
}
