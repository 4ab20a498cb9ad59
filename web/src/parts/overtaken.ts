import type { Problem } from "../api/client";

const CODE = "changed-since";

/** Tell whether a refusal is that somebody else changed the same meanwhile. */
export function isOvertaken(problems: readonly Problem[]): boolean {
  return problems.some(({ code }) => code === CODE);
}

/**
 * What is typed, with what others changed since it was opened: an entry of one's own stays, one
 * that was left alone becomes what it is now.
 */
export function takenOver<Typed extends object>(
  mine: Typed,
  opened: Partial<Typed>,
  now: Partial<Typed>,
): Typed {
  const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);
  const fields = Object.keys(now) as (keyof Typed)[];
  const theirs = fields.filter((field) => same(mine[field], opened[field]));
  return { ...mine, ...Object.fromEntries(theirs.map((field) => [field, now[field]])) };
}
