type Row = Readonly<Record<string, number>>;

/** Lines that end nearer to each other than this share of the picture's height would write their names over each other. */
const APART = 0.09;
/** A name stands no nearer to the left edge, so that it is not cut off; and so far from another along the foot. */
const FROM = 0.3;
const BESIDE = 0.16;

/**
 * Where each line of a picture is named: at its end, or, where ends lie together, at the point at which it stands farthest from
 * the others, names kept apart.
 * @param points rows in order of time with a level for each line that has one there, under "line0", "line1" …
 * @returns an index into the points for each line; -1 for a line without any
 */
export function labelPoints(points: readonly Row[], count: number): number[] {
  const level = (i: number, line: number) => points[i]?.[`line${line}`];
  const lines = Array.from({ length: count }, (_, line) => line);
  const all = points.flatMap((_, i) => lines.flatMap((line) => level(i, line) ?? []));
  const span = Math.max(1e-12, Math.max(...all) - Math.min(...all));
  const last = Math.max(1e-12, points.at(-1)?.['days'] ?? 1);
  const ends = lines.map((line) => points.findLastIndex((_, i) => level(i, line) !== undefined));
  const gapAt = (i: number, line: number) =>
    Math.min(
      Infinity,
      ...lines.flatMap((other) => {
        const [own, theirs] = [level(i, line), level(i, other)];
        return other === line || own === undefined || theirs === undefined ? [] : [Math.abs(own - theirs) / span];
      }),
    );
  if (ends.every((end, line) => end < 0 || gapAt(end, line) >= APART)) return ends;
  const taken: { readonly at: number; readonly level: number }[] = [];
  return lines.map((line) => {
    let best = ends[line] ?? -1;
    let most = -1;
    points.forEach((row, i) => {
      const own = level(i, line);
      const at = (row['days'] ?? 0) / last;
      if (own === undefined || at < FROM) return;
      const free = taken.every((name) => Math.abs(name.at - at) > BESIDE || Math.abs(name.level - own) / span > APART);
      const gap = gapAt(i, line);
      if (free && gap > most) [best, most] = [i, gap];
    });
    const own = level(best, line);
    if (own !== undefined) taken.push({ at: (points[best]?.['days'] ?? 0) / last, level: own });
    return best;
  });
}
