export type Placed<One> = { one: One; y: number };

/**
 * Where heights come to lie on a ladder, in pixels from its top: to one scale, and apart by at
 * least a row where they are crowded. The highest comes first.
 */
export function spread<One extends { metres: number }>(
  ordered: readonly One[],
  from: number,
  to: number,
  row: number,
): { placed: Placed<One>[]; isStretched: boolean } {
  const [first, last] = [ordered[0], ordered.at(-1)];
  if (!first || !last) return { placed: [], isStretched: false };
  const range = first.metres - last.metres || 1;
  const scale = (to - from) / range;
  const plain = ordered.map(({ metres }) => from + (first.metres - metres) * scale);
  const ys = [...plain];
  for (let i = 1; i < ys.length; i++) ys[i] = Math.max(ys[i] ?? 0, (ys[i - 1] ?? 0) + row);
  let foot = Math.max(to, from + row * (ys.length - 1));
  for (let i = ys.length - 1; i >= 0; i--) {
    ys[i] = Math.min(ys[i] ?? 0, foot);
    foot = (ys[i] ?? 0) - row;
  }
  const isStretched = ys.some((y, i) => Math.abs(y - (plain[i] ?? 0)) > 1);
  return { placed: ordered.map((one, i) => ({ one, y: ys[i] ?? 0 })), isStretched };
}

/** Where a height between two of a ladder lies on it: on their straight way. */
export function between<One extends { metres: number }>(
  placed: readonly Placed<One>[],
  metres: number,
): number {
  const [first, last] = [placed[0], placed.at(-1)];
  if (!first || !last) return 0;
  const above = placed.filter(({ one }) => one.metres >= metres).at(-1);
  const below = placed.find(({ one }) => one.metres <= metres);
  if (!above) return first.y;
  if (!below) return last.y;
  const gap = above.one.metres - below.one.metres;
  const share = gap ? (above.one.metres - metres) / gap : 0;
  return above.y + (below.y - above.y) * share;
}
