import type { Consequences, Rule } from "../api/client";

/** Of more names than this the rest is counted. */
const MOST_SAID = 6;

function list(names: string[], none: string): string {
  if (names.length === 0) return none;
  if (names.length === 1) return names[0] ?? "";
  if (names.length > MOST_SAID) {
    const said = names.slice(0, MOST_SAID - 1);
    return `${said.join(", ")} and ${names.length - said.length} more`;
  }
  return `${names.slice(0, -1).join(", ")} and ${names[names.length - 1]}`;
}

const EFFECT: Record<string, string> = {
  allow: "Lets",
  drop: "Silently blocks",
  reject: "Blocks and answers",
  drawer: "Opens a drawer for",
};

/** The rule as one would read it out to a colleague. */
export function sentence(rule: Rule): string {
  const who = rule.users.length > 0 ? `${list(rule.users, "")} at ` : "";
  const source =
    rule.source.names.length === 0
      ? "anyone"
      : `${rule.source.not ? "anyone but " : ""}${list(rule.source.names, "")}`;
  const destination =
    rule.destination.names.length === 0
      ? "anywhere"
      : `${rule.destination.not ? "anywhere but " : ""}${list(rule.destination.names, "")}`;
  const from = rule.from.length > 0 ? ` in ${list(rule.from, "")}` : "";
  const to = rule.to.length > 0 ? ` in ${list(rule.to, "")}` : "";
  const apps = rule.applications.length > 0 ? list(rule.applications, "") : "";
  const services = rule.standardServices
    ? "its standard services"
    : rule.services.length > 0
      ? list(rule.services, "")
      : "";
  const on = [
    apps ? `with ${apps}` : "",
    services ? `on ${services}` : apps ? "" : "on any service",
  ]
    .filter(Boolean)
    .join(" ");
  const verb = rule.action === "allow" ? "reach" : "on the way to";
  const guard = rule.guard === "none" ? "" : `, ${rule.guard} at least`;
  const when = rule.when.length > 0 ? `, during ${list(rule.when, "")}` : "";
  const profiles = rule.profiles.length > 0 ? `, on ${list(rule.profiles, "")} networks` : "";
  const until = rule.expires ? `, through ${rule.expires}` : "";
  return `${rule.on ? "" : "Off. "}${EFFECT[rule.action] ?? rule.action} ${who}${source}${from} ${verb} ${destination}${to} ${on}${guard}${when}${profiles}${until}.`;
}

/** What an edit does to traffic, counted over all firewalls it touches. */
export function changesOf(would: Consequences): string {
  const n = (key: "allowed" | "blocked" | "otherwise") =>
    would.effects.reduce((a, e) => a + e[key], 0);
  const kinds: [number, string][] = [
    [n("allowed"), "newly allowed"],
    [n("blocked"), "newly blocked"],
    [n("otherwise"), "blocked otherwise"],
  ];
  const parts = kinds
    .filter(([count]) => count > 0)
    .map(([count, what]) => `${count === 1 ? "1 region" : `${count} regions`} ${what}`);
  return parts.length > 0 ? parts.join(", ") : "no packet changes";
}
