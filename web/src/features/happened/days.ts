import type { Schemas } from "../../api/client";

type Row = Schemas["HappeningSheet"];

const DAY = new Intl.DateTimeFormat("en-US", {
  weekday: "long",
  month: "long",
  day: "numeric",
  year: "numeric",
});

/** What happened, by the days of who looks, in the order it came. */
export function byDay(rows: readonly Row[]): [string, Row[]][] {
  const days = new Map<string, Row[]>();
  for (const row of rows) {
    const day = DAY.format(new Date(row.came_in || row.at));
    days.set(day, [...(days.get(day) ?? []), row]);
  }
  return [...days];
}
