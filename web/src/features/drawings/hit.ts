import type { Frame, Spot } from "../../parts/plan/frame";
import type { Shape, Sheet } from "./form";

const WITHIN = 14;

/** What of a drawing a tap means: a point, else the nearest line, else the smallest outline. */
export function hitBy(tap: Spot, sheet: Sheet, frame: Frame): string | undefined {
  const toScreen = ([x = 0, y = 0]: readonly number[]) => frame.toScreen({ x, y });
  const points = sheet.marks.filter(({ is_text }) => !is_text);
  const point = nearest(points, ({ spot }) => between(tap, toScreen(spot), toScreen(spot)));
  if (point) return point.handle;
  const line = nearest(sheet.shown, (shape) => awayFrom(tap, shape, toScreen));
  if (line) return line.handle;
  const around = sheet.shown.filter((shape) => shape.is_closed && contains(tap, shape, toScreen));
  return around.at(-1)?.handle; // the largest come first
}

type ToScreen = (spot: readonly number[]) => Spot;

function nearest<One>(all: readonly One[], away: (one: One) => number): One | undefined {
  let best: One | undefined;
  let least = WITHIN;
  for (const one of all) {
    const is = away(one);
    if (is < least) [best, least] = [one, is];
  }
  return best;
}

function awayFrom(tap: Spot, { spots, is_closed }: Shape, toScreen: ToScreen): number {
  const places = spots.map(toScreen);
  const legs = is_closed ? places.length : places.length - 1;
  let least = Infinity;
  for (let i = 0; i < legs; i++) {
    const [a, b] = [places[i], places[(i + 1) % places.length]];
    if (a && b) least = Math.min(least, between(tap, a, b));
  }
  return least;
}

/** How far a tap is from a leg, in pixels. */
function between(tap: Spot, a: Spot, b: Spot): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const squared = dx * dx + dy * dy;
  const along = squared ? ((tap.x - a.x) * dx + (tap.y - a.y) * dy) / squared : 0;
  const at = Math.min(1, Math.max(0, along));
  return Math.hypot(tap.x - a.x - at * dx, tap.y - a.y - at * dy);
}

function contains(tap: Spot, { spots }: Shape, toScreen: ToScreen): boolean {
  const places = spots.map(toScreen);
  let isInside = false;
  places.forEach((a, i) => {
    const b = places[(i + 1) % places.length];
    if (!b || a.y > tap.y === b.y > tap.y) return;
    if (tap.x < a.x + ((tap.y - a.y) * (b.x - a.x)) / (b.y - a.y)) isInside = !isInside;
  });
  return isInside;
}
