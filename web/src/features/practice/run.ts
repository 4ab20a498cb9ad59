import { newId } from "../../api/client";

/** The lesson in progress on this device, and which ones were passed. */

/** What is chosen of an open site. */
export type Chosen = { ground: string; structure: string; rod: string; instrument: string };
export type Run = {
  id: string;
  lesson: string;
  seed: number;
  begunAt: number;
  chosen?: Chosen | undefined;
};
export type Passed = Record<string, { points: number; of: number; passed: boolean }>;

const RUN = "yp-practice-run";
const PASSED = "yp-practice-passed";
const SEEDS = 1_000_000;

function read<Value>(key: string): Value | undefined {
  try {
    return JSON.parse(localStorage.getItem(key) ?? "null") as Value | undefined;
  } catch {
    return undefined;
  }
}

/** The lesson that was begun and not ended, if any; another tab of this device knows it too. */
export const runNow = (): Run | undefined => read<Run>(RUN) ?? undefined;

export function beginRun(lesson: string, seed: number, chosen?: Chosen): Run {
  const run = { id: newId(), lesson, seed, begunAt: Date.now(), chosen };
  localStorage.setItem(RUN, JSON.stringify(run));
  return run;
}

export const forgetRun = (): void => localStorage.removeItem(RUN);

export const anySeed = (): number => Math.floor(Math.random() * SEEDS);

/** A seed as it is typed: a number from 0 to 999999. */
export function seedOf(typed: string): number | undefined {
  return /^\d{1,6}$/.test(typed.trim()) ? Number(typed) : undefined;
}

/** Seconds since a lesson was begun, by this device's clock. */
export const secondsOf = (run: Run): number => Math.max(0, (Date.now() - run.begunAt) / 1000);

export const passedHere = (): Passed => read<Passed>(PASSED) ?? {};

/** Keep how a lesson ended; the best counts. */
export function keepPassed(lesson: string, points: number, of: number, passed: boolean): void {
  const all = passedHere();
  const before = all[lesson];
  if (before && before.points >= points && (before.passed || !passed)) return;
  localStorage.setItem(PASSED, JSON.stringify({ ...all, [lesson]: { points, of, passed } }));
}

export function forgetPassed(): void {
  localStorage.removeItem(PASSED);
}
