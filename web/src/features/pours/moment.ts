/** The moment of a day and a time on this device's clock; what is none is sent as it is. */
export function momentOf(day: string, time: string): string {
  const moment = new Date(`${day}T${time}`);
  return Number.isNaN(moment.getTime()) ? `${day} ${time}` : moment.toISOString();
}

/** A moment as a day and a time on this device's clock, to be typed again. */
export function typedMoment(iso: string): { day: string; time: string } {
  const at = new Date(iso);
  const two = (number: number) => String(number).padStart(2, "0");
  return {
    day: `${String(at.getFullYear())}-${two(at.getMonth() + 1)}-${two(at.getDate())}`,
    time: `${two(at.getHours())}:${two(at.getMinutes())}`,
  };
}
