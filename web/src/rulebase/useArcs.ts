import { computed, type Ref } from "vue";
import { placeOf } from "./checked";
import { HEIGHTS, type Row } from "./rows";

const MOST_ARCS = 60;

/**
 * The rules that take a selected rule's traffic, or whose traffic it takes, and arcs to them.
 *
 * @param tops where each row begins, in pixels from the top of the table
 */
export function useArcs(rows: Ref<Row[]>, selected: Ref<string | undefined>, tops: Ref<number[]>) {
  /** By place, the places whose findings name it. */
  const naming = computed(() => {
    const out = new Map<string, string[]>();
    for (const row of rows.value) {
      if (!("findings" in row)) continue;
      for (const f of row.findings)
        for (const b of f.by) {
          const place = placeOf(b);
          const all = out.get(place);
          if (all) all.push(row.place);
          else out.set(place, [row.place]);
        }
    }
    return out;
  });

  const here = computed(() => rows.value.findIndex((r) => r.key === selected.value));

  /** The places that have to do with the selected rule. */
  const concerned = computed(() => {
    const row = rows.value[here.value];
    const places = new Set<string>();
    if (!row || !("place" in row)) return places;
    for (const f of row.findings) for (const b of f.by) places.add(placeOf(b));
    for (const place of naming.value.get(row.place) ?? []) places.add(place);
    places.delete(row.place);
    return places;
  });

  const arcs = computed(() => {
    if (concerned.value.size === 0) return [];
    const middle = (i: number) => (tops.value[i] ?? 0) + HEIGHTS[rows.value[i]?.kind ?? "rule"] / 2;
    const a = middle(here.value);
    return rows.value
      .flatMap((row, i) => ("place" in row && concerned.value.has(row.place) ? [{ row, i }] : []))
      .slice(0, MOST_ARCS)
      .map(({ row, i }) => {
        const b = middle(i);
        const bulge = Math.max(2, 15 - Math.abs(a - b) / 30);
        return { key: row.key, d: `M17 ${a}C${bulge} ${a} ${bulge} ${b} 17 ${b}` };
      });
  });

  /** Whether a row steps back, since it has nothing to do with the selected one. */
  const faded = (row: Row) =>
    concerned.value.size > 0 &&
    row.key !== selected.value &&
    "place" in row &&
    !concerned.value.has(row.place);

  return { arcs, faded };
}
