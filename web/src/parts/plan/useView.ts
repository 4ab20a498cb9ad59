import { type PointerEvent, useRef, useState } from "react";
import type { Frame, Spot } from "./frame";

const STEP = 1.6;
const CLOSEST = 12;
const A_TAP = 5;
const STILL = { x: 0, y: 0 };

export type View = {
  frame: Frame;
  /** How far the picture reaches beyond what is seen, so that a drag has something to show. */
  over: Spot;
  isZoomed: boolean;
  gestures: Partial<Record<"onPointerDown" | "onPointerMove" | "onPointerUp", Gesture>>;
  /** Whether the last press was a drag and no tap. */
  hasMoved: () => boolean;
  sees: (spot: Spot) => boolean;
  zoom: (way: 1 | -1 | 0) => void;
};

type Gesture = (event: PointerEvent<SVGSVGElement>) => void;

/**
 * A part of the plan, nearer: zoomed by buttons, moved by dragging.
 *
 * While it is dragged the drawn picture is only shifted, nothing is drawn anew; when it is let go
 * the plan is drawn once where it came to rest.
 */
export function useView(whole: Frame): View {
  const [scale, setScale] = useState(1);
  const [shift, setShift] = useState(STILL);
  const from = useRef<Spot | null>(null);
  const moved = useRef(STILL);
  const isZoomed = scale > 1;
  const over = isZoomed ? { x: whole.width / 2, y: whole.height / 2 } : STILL;
  const frame = isZoomed ? nearer(whole, scale, shift) : whole;
  const move: Gesture = ({ clientX, clientY, currentTarget }) => {
    if (!from.current) return;
    moved.current = { x: clientX - from.current.x, y: clientY - from.current.y };
    currentTarget.style.transform = `translate3d(${moved.current.x}px, ${moved.current.y}px, 0)`;
  };
  const rest: Gesture = ({ currentTarget }) => {
    if (!from.current) return;
    from.current = null;
    currentTarget.style.transform = "";
    const { x, y } = moved.current;
    setShift((before) => ({ x: before.x + x, y: before.y + y }));
  };
  const gestures = {
    onPointerDown: (event: PointerEvent<SVGSVGElement>) => {
      from.current = { x: event.clientX, y: event.clientY };
      moved.current = STILL;
    },
    onPointerMove: move,
    onPointerUp: rest,
    onPointerLeave: rest,
  };
  return {
    frame,
    over,
    isZoomed,
    gestures: isZoomed ? gestures : {},
    hasMoved: () => Math.hypot(moved.current.x, moved.current.y) > A_TAP,
    sees: (spot) => {
      const { x, y } = frame.toScreen(spot);
      return (
        Math.abs(x - frame.width / 2) < frame.width && Math.abs(y - frame.height / 2) < frame.height
      );
    },
    zoom: (way) => {
      const next = way === 0 ? 1 : Math.min(Math.max(scale * STEP ** way, 1), CLOSEST);
      const by = next / scale;
      moved.current = STILL;
      setScale(next);
      setShift(({ x, y }) => (next === 1 ? STILL : { x: x * by, y: y * by }));
    },
  };
}

/** The same plan, so many times larger around the middle of the picture, and shifted. */
function nearer(whole: Frame, times: number, shift: Spot): Frame {
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
