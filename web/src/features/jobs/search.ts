import type { Schemas } from "../../api/client";

type Job = Schemas["DayJob"];

/** The jobs in whose name, place or crew all words that were typed stand, in the same order. */
export function found(jobs: readonly Job[], sought: string): Job[] {
  const words = sought.toLocaleLowerCase().split(/\s+/).filter(Boolean);
  return jobs.filter(({ name, place, crew }) => {
    const text = `${name} ${place} ${crew}`.toLocaleLowerCase();
    return words.every((word) => text.includes(word));
  });
}
