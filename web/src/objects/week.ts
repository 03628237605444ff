/** A window that comes back every week, as it stands in a policy document. */
export interface Window {
  days: string[];
  from: string;
  to: string;
}

/** Minutes of the week from Monday 00:00, the end left out. */
export type Span = [from: number, to: number];

export const DAYS = ["mon", "tue", "wed", "thu", "fri", "sat", "sun"] as const;
export const DAY = 1440;
const WEEK = 7 * DAY;

function minutes(clock: string): number | undefined {
  const [, h, m] = /^(\d\d):(\d\d)$/.exec(clock) ?? [];
  if (h === undefined || Number(h) * 60 + Number(m) > DAY || Number(m) > 59) return undefined;
  return Number(h) * 60 + Number(m);
}

function clock(minute: number): string {
  const two = (n: number) => String(n).padStart(2, "0");
  return `${two(Math.floor(minute / 60))}:${two(minute % 60)}`;
}

/** Spans sorted, none touching another. */
function united(spans: Span[]): Span[] {
  const out: Span[] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = out.at(-1);
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else if (from < to) out.push([from, to]);
  }
  return out;
}

/** When windows are open; what cannot be read yet is left out. */
export function spansOf(windows: Window[]): Span[] {
  const out: Span[] = [];
  for (const w of windows) {
    const from = minutes(w.from);
    const to = minutes(w.to);
    if (from === undefined || to === undefined || from === DAY) continue;
    const length = to > from ? to - from : to - from + DAY;
    for (const day of w.days) {
      const at = DAYS.indexOf(day as (typeof DAYS)[number]);
      if (at < 0) continue;
      const start = at * DAY + from;
      out.push([start, Math.min(WEEK, start + length)]);
      if (start + length > WEEK) out.push([0, start + length - WEEK]);
    }
  }
  return united(out);
}

/** Spans with a part of the week opened, or closed. */
export function painted(spans: Span[], part: Span, open: boolean): Span[] {
  if (open) return united([...spans, part]);
  return united(
    spans.flatMap(([from, to]): Span[] => [
      [from, Math.min(to, part[0])],
      [Math.max(from, part[1]), to],
    ]),
  );
}

/** The fewest windows for spans: days with the same times together, past midnight where they go on. */
export function windowsOf(spans: Span[]): Window[] {
  const rest = united(spans);
  const first = rest[0];
  const last = rest.at(-1);
  if (first && last && first !== last && first[0] === 0 && last[1] === WEEK)
    if (first[1] + WEEK - last[0] <= DAY) {
      last[1] = WEEK + first[1];
      rest.shift();
    }
  const byTimes = new Map<string, Window>();
  const put = (from: number, to: number) => {
    const end = to % DAY === 0 ? DAY : to % DAY;
    const times = `${clock(from % DAY)}-${clock(end)}`;
    const day = DAYS[Math.floor(from / DAY)] ?? "mon";
    const window = byTimes.get(times);
    if (window) window.days.push(day);
    else byTimes.set(times, { days: [day], from: clock(from % DAY), to: clock(end) });
  };
  for (const [from, to] of rest) {
    if (to - from <= DAY) put(from, to);
    else
      for (let at = from; at < to;) {
        const next = Math.min(to, (Math.floor(at / DAY) + 1) * DAY);
        put(at, next);
        at = next;
      }
  }
  return [...byTimes.values()];
}
