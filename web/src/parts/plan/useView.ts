import { type KeyboardEvent, type PointerEvent, useRef, useState } from "react";
import { type Frame, type Spot, nearer } from "./frame";
import { type Grip, type Held, gripOf } from "./grip";

const STEP = 1.6;
const CLOSEST = 24;
const A_TAP = 5;
const A_NUDGE = 60;
const STILL = { x: 0, y: 0 };

export type View = {
  frame: Frame;
  /** How far the picture reaches beyond what is seen, so that a drag has something to show. */
  over: Spot;
  isZoomed: boolean;
  gestures: Partial<Record<Heard, Gesture>>;
  /** Whether the last press was a drag and no tap. */
  hasMoved: () => boolean;
  sees: (spot: Spot) => boolean;
  zoom: (way: 1 | -1 | 0) => void;
  /** Nearer or farther about a place of the picture, by a ratio. */
  zoomAt: (at: Spot, by: number) => void;
  onKeyDown: (event: KeyboardEvent) => void;
};

type Heard =
  "onPointerDown" | "onPointerMove" | "onPointerUp" | "onPointerLeave" | "onPointerCancel";
type Gesture = (event: PointerEvent<SVGSVGElement>) => void;

/**
 * A part of the plan, nearer: zoomed by buttons, wheel, keys and two fingers, moved by dragging.
 *
 * While it is dragged or pinched the drawn picture is only shifted and stretched, nothing is drawn
 * anew; when it is let go the plan is drawn once where it came to rest.
 */
export function useView(whole: Frame): View {
  const [scale, setScale] = useState(1);
  const [shift, setShift] = useState(STILL);
  const held = useRef(new Map<number, Held>());
  const corner = useRef(STILL);
  const moved = useRef(0);
  const isZoomed = scale > 1;
  const over = isZoomed ? { x: whole.width / 2, y: whole.height / 2 } : STILL;
  const frame = isZoomed ? nearer(whole, scale, shift) : whole;
  const middle = { x: whole.width / 2, y: whole.height / 2 };
  const settle = ({ from, to, by }: Grip) => {
    const next = Math.min(Math.max(scale * by, 1), CLOSEST);
    const times = next / scale;
    setScale(next);
    setShift(({ x, y }) =>
      next === 1
        ? STILL
        : {
            x: to.x - middle.x + (middle.x + x - from.x) * times,
            y: to.y - middle.y + (middle.y + y - from.y) * times,
          },
    );
  };
  const zoomAt = (at: Spot, by: number) => settle({ from: at, to: at, by });
  const zoom = (way: 1 | -1 | 0) => {
    moved.current = 0;
    zoomAt(middle, way === 0 ? 1 / CLOSEST : STEP ** way);
  };
  const press: Gesture = (event) => {
    if (held.current.size === 2) return;
    if (!held.current.size) {
      const { left, top } = event.currentTarget.getBoundingClientRect();
      corner.current = { x: left + over.x, y: top + over.y };
      moved.current = 0;
    }
    const at = inPicture(event, corner.current);
    held.current.set(event.pointerId, { from: at, to: at });
  };
  const move: Gesture = (event) => {
    const own = held.current.get(event.pointerId);
    if (!own) return;
    own.to = inPicture(event, corner.current);
    moved.current = Math.max(
      moved.current,
      Math.hypot(own.to.x - own.from.x, own.to.y - own.from.y),
    );
    const grip = gripOf([...held.current.values()], isZoomed);
    if (grip) event.currentTarget.style.transform = stretched(grip, over);
  };
  const rest: Gesture = (event) => {
    if (!held.current.has(event.pointerId)) return;
    const grip = gripOf([...held.current.values()], isZoomed);
    held.current.clear();
    event.currentTarget.style.transform = "";
    if (grip) settle(grip);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const way = WAYS[event.key];
    const nudge = NUDGES[event.key];
    if (event.target !== event.currentTarget) return;
    if (way !== undefined) zoom(way);
    else if (nudge && isZoomed) settle({ from: STILL, to: nudge, by: 1 });
    else return;
    event.preventDefault();
  };
  return {
    frame,
    over,
    isZoomed,
    gestures: {
      onPointerDown: press,
      onPointerMove: move,
      onPointerUp: rest,
      onPointerLeave: rest,
      onPointerCancel: rest,
    },
    hasMoved: () => moved.current > A_TAP,
    sees: (spot) => {
      const { x, y } = frame.toScreen(spot);
      return (
        Math.abs(x - frame.width / 2) < frame.width && Math.abs(y - frame.height / 2) < frame.height
      );
    },
    zoom,
    zoomAt,
    onKeyDown,
  };
}

const WAYS: Record<string, 1 | -1 | 0> = { "+": 1, "=": 1, "-": -1, "0": 0 };
const NUDGES: Record<string, Spot> = {
  ArrowLeft: { x: A_NUDGE, y: 0 },
  ArrowRight: { x: -A_NUDGE, y: 0 },
  ArrowUp: { x: 0, y: A_NUDGE },
  ArrowDown: { x: 0, y: -A_NUDGE },
};

const inPicture = (event: PointerEvent, corner: Spot): Spot => ({
  x: event.clientX - corner.x,
  y: event.clientY - corner.y,
});

/** The drawn picture as a grip holds it, about its own upper left corner. */
function stretched({ from, to, by }: Grip, over: Spot): string {
  const x = to.x + over.x - (from.x + over.x) * by;
  const y = to.y + over.y - (from.y + over.y) * by;
  return `translate3d(${x}px, ${y}px, 0) scale(${by})`;
}
