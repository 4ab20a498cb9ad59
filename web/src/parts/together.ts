import type { Problem } from "../api/client";

const SHOWN_AT_ONCE = ["bad-outline", "bad-panels", "bad-level", "unusual"];

/**
 * What the server refused, and what it says of the form as it is typed now. Before a form is
 * sent, fields nobody has typed in yet are not complained about.
 */
export function together(refused: readonly Problem[], live: readonly Problem[]): Problem[] {
  const taken = new Set(refused.map((problem) => problem.field));
  const isSent = refused.length > 0;
  const shown = live.filter(
    (problem) =>
      !taken.has(problem.field) &&
      (isSent || problem.typed !== "" || SHOWN_AT_ONCE.includes(problem.code)),
  );
  return [...refused, ...shown];
}
