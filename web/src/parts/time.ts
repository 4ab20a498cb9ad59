import { useEffect, useState } from "react";

const SHOWN = new Intl.DateTimeFormat("en-US", {
  month: "short",
  day: "numeric",
  hour: "numeric",
  minute: "2-digit",
});

/** Show a moment as the person's own clock has it. */
export function shownTime(iso: string): string {
  return SHOWN.format(new Date(iso));
}

const MINUTE = 60_000;

/** How long ago a moment was, or until it is, in words a person counts in. */
export function span(milliseconds: number): string {
  const minutes = Math.round(Math.abs(milliseconds) / MINUTE);
  if (minutes < 90) return `${minutes} min`;
  const hours = Math.round(minutes / 60);
  return hours < 48 ? `${hours} h` : `${Math.round(hours / 24)} days`;
}

/** The time now, again every half minute, for clocks on the screen. */
export function useNow(): number {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), MINUTE / 2);
    return () => clearInterval(timer);
  }, []);
  return now;
}

const SHOWN_DAY = new Intl.DateTimeFormat("en-US", {
  month: "short",
  day: "numeric",
  year: "numeric",
});

/** A day such as 2026-05-04, in the words of a calendar: May 4, 2026. */
export function shownDay(day: string): string {
  return SHOWN_DAY.format(new Date(`${day}T12:00:00`));
}
