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
