import { type MouseEvent, type ReactNode, useEffect, useRef } from "react";
import type { View } from "./useView";

/** How far a wheel is turned to see everything e times as near, pixels. */
const A_WHEEL = 400;

type Props = {
  label: string;
  width: number;
  height: number;
  view: View;
  isFilling: boolean;
  isPlacing: boolean;
  onTap: (event: MouseEvent<SVGSVGElement>) => void;
  children: ReactNode;
};

/** The picture of a plan, held and stretched by hand; reaching beyond what is seen where zoomed. */
export function Picture(props: Props) {
  const { width, height, view, isFilling, isPlacing } = props;
  const { over, isZoomed } = view;
  const picture = useRef<SVGSVGElement>(null);
  useWheel(picture, view, isFilling);
  return (
    <svg
      ref={picture}
      width={width + 2 * over.x}
      height={height + 2 * over.y}
      viewBox={`${-over.x} ${-over.y} ${width + 2 * over.x} ${height + 2 * over.y}`}
      role="group"
      aria-label={props.label}
      onClick={props.onTap}
      {...view.gestures}
      style={{
        display: "block",
        margin: `${-over.y}px ${-over.x}px`,
        cursor: isPlacing ? "crosshair" : isZoomed ? "grab" : "default",
        touchAction: isZoomed ? "none" : "pan-y",
        transformOrigin: "0 0",
        ...(isZoomed && { willChange: "transform" }),
      }}
    >
      {props.children}
    </svg>
  );
}

/** A plan that fills its place answers the wheel; another leaves it to the page, but for a pinch. */
function useWheel(
  picture: { readonly current: SVGSVGElement | null },
  view: View,
  isFilling: boolean,
) {
  const latest = useRef(view);
  useEffect(() => {
    latest.current = view;
  });
  useEffect(() => {
    const svg = picture.current;
    const turn = (event: WheelEvent) => {
      if (!svg || (!isFilling && !event.ctrlKey)) return;
      event.preventDefault();
      const { left, top } = svg.getBoundingClientRect();
      const { over, zoomAt } = latest.current;
      const at = { x: event.clientX - left - over.x, y: event.clientY - top - over.y };
      zoomAt(at, Math.exp(-event.deltaY / A_WHEEL));
    };
    svg?.addEventListener("wheel", turn, { passive: false });
    return () => svg?.removeEventListener("wheel", turn);
  }, [picture, isFilling]);
}
