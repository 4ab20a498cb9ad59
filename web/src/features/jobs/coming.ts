const NAME = new Intl.DateTimeFormat("en-US", { weekday: "short" });
const DATE = new Intl.DateTimeFormat("en-US", { month: "numeric", day: "numeric" });
const SHOWN = 7;

/** A day as the server names it, and as a person does. */
export type ComingDay = { iso: string; name: string; date: string };

/** The days from today on, by the calendar of who looks. */
export function comingDays(today: Date): ComingDay[] {
  return Array.from({ length: SHOWN }, (_, ahead) => {
    const day = new Date(today.getFullYear(), today.getMonth(), today.getDate() + ahead);
    return { iso: isoOf(day), name: NAME.format(day), date: DATE.format(day) };
  });
}

function isoOf(day: Date): string {
  const two = (number: number) => String(number).padStart(2, "0");
  return `${day.getFullYear()}-${two(day.getMonth() + 1)}-${two(day.getDate())}`;
}
