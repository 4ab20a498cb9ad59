import type { Schemas } from "../../api/client";

export type Place = Schemas["Place"];
export type Spot = { x: number; y: number };

export function spotOf(place: Place): Spot {
  return { x: Number(place.x.metres), y: Number(place.y.metres) };
}

export type Frame = {
  width: number;
  height: number;
  scale: number;
  toScreen: (spot: Spot) => Spot;
  toSite: (screen: Spot) => Spot;
};

/** Fit places into a picture, to one scale, with y away from the viewer. */
export function frameOf(spots: readonly Spot[], width: number, height: number, margin = 44): Frame {
  const xs = spots.map((spot) => spot.x);
  const ys = spots.map((spot) => spot.y);
  const [left, right] = spots.length ? [Math.min(...xs), Math.max(...xs)] : [0, 10];
  const [near, far] = spots.length ? [Math.min(...ys), Math.max(...ys)] : [0, 10];
  const spanX = Math.max(right - left, 0.5);
  const spanY = Math.max(far - near, 0.5);
  const scale = Math.max(
    Math.min((width - 2 * margin) / spanX, (height - 2 * margin) / spanY),
    0.01,
  );
  const offsetX = (width - (left + right) * scale) / 2;
  const offsetY = (height + (near + far) * scale) / 2;
  return {
    width,
    height,
    scale,
    toScreen: ({ x, y }) => ({ x: offsetX + x * scale, y: offsetY - y * scale }),
    toSite: ({ x, y }) => ({ x: (x - offsetX) / scale, y: (offsetY - y) / scale }),
  };
}

/** The same plan, so many times larger around the middle of the picture, and shifted. */
export function nearer(whole: Frame, times: number, shift: Spot): Frame {
  const middle = { x: whole.width / 2, y: whole.height / 2 };
  return {
    ...whole,
    scale: whole.scale * times,
    toScreen: (spot) => {
      const { x, y } = whole.toScreen(spot);
      return {
        x: middle.x + (x - middle.x) * times + shift.x,
        y: middle.y + (y - middle.y) * times + shift.y,
      };
    },
    toSite: ({ x, y }) =>
      whole.toSite({
        x: middle.x + (x - shift.x - middle.x) / times,
        y: middle.y + (y - shift.y - middle.y) / times,
      }),
  };
}

/** The height at which places fill a picture of that width, at most the one that was asked for. */
export function heightFor(
  spots: readonly Spot[],
  width: number,
  most: number,
  margin = 44,
): number {
  const xs = spots.map((spot) => spot.x);
  const ys = spots.map((spot) => spot.y);
  if (!spots.length) return most;
  const spanX = Math.max(Math.max(...xs) - Math.min(...xs), 0.5);
  const spanY = Math.max(...ys) - Math.min(...ys);
  const filled = ((width - 2 * margin) * spanY) / spanX + 2 * margin + SCALE_BAR;
  return Math.round(Math.min(Math.max(filled, LEAST_HEIGHT), most));
}

const SCALE_BAR = 24;
const LEAST_HEIGHT = 200;

/** A length for the scale bar that reads well, about a fifth of the picture. */
export function scaleBar(frame: Frame, metric: boolean): { pixels: number; text: string } {
  const unit = metric ? 1 : 0.3048;
  const wanted = frame.width / 5 / frame.scale / unit;
  const choices = [0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500];
  const length = choices.filter((choice) => choice <= wanted).at(-1) ?? 0.5;
  return { pixels: length * unit * frame.scale, text: `${length} ${metric ? "m" : "ft"}` };
}

/** Write a tapped coordinate as a person of that job would type it. */
export function typedFrom(metres: number, kind: string): string {
  if (kind === "m") return metres.toFixed(2);
  if (kind === "mm") return (metres * 1000).toFixed(0);
  if (kind === "ft") return (metres / 0.3048).toFixed(1);
  const inches = Math.round(metres / 0.0254);
  const sign = inches < 0 ? "-" : "";
  const whole = Math.abs(inches);
  return kind === "in" ? `${inches}"` : `${sign}${Math.floor(whole / 12)}' ${whole % 12}"`;
}

/** Typed corners with one more at a spot: in the first that is empty, else after the last. */
export function placedAt(
  corners: readonly { x: string; y: string }[],
  at: Spot,
  kind: string,
): { x: string; y: string }[] {
  const there = { x: typedFrom(at.x, kind), y: typedFrom(at.y, kind) };
  const empty = corners.findIndex(({ x, y }) => !x.trim() && !y.trim());
  if (empty < 0) return [...corners, there];
  return corners.map((before, i) => (i === empty ? there : before));
}

/** Typed corners with one of them dragged to a spot, written as a person would type it. */
export function draggedTo(
  corners: readonly { x: string; y: string }[],
  corner: number,
  to: Spot,
  kind: string,
): { x: string; y: string }[] {
  const there = { x: typedFrom(to.x, kind), y: typedFrom(to.y, kind) };
  return corners.map((before, i) => (i === corner ? there : before));
}
