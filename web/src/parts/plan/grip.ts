import type { Spot } from "./frame";

/** Where a finger was put down on a picture, and where it is. */
export type Held = { from: Spot; to: Spot };

/** What fingers do to a picture: a place of it is moved to another, and stretched about it. */
export type Grip = Held & { by: number };

const LEAST_APART = 10;

/** One finger moves what is zoomed; two move it and stretch it as they part. */
export function gripOf([one, other]: readonly Held[], canMove: boolean): Grip | undefined {
  if (!one) return undefined;
  if (!other) return canMove ? { ...one, by: 1 } : undefined;
  const before = Math.max(apart(one.from, other.from), LEAST_APART);
  return {
    from: between(one.from, other.from),
    to: between(one.to, other.to),
    by: Math.max(apart(one.to, other.to), LEAST_APART) / before,
  };
}

const apart = (a: Spot, b: Spot) => Math.hypot(a.x - b.x, a.y - b.y);
const between = (a: Spot, b: Spot): Spot => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
