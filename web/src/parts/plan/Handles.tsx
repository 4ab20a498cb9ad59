import { type PointerEvent, useRef } from "react";
import { usePalette } from "../../theme/theme";
import type { PlanHandle } from "./drawn";
import type { Frame, Spot } from "./frame";

type Props = {
  handles: readonly PlanHandle[];
  frame: Frame;
  onDrag: (id: number, spot: Spot) => void;
};

/** Points that can be dragged; each stands beside the entries that say the same exactly. */
export function Handles({ handles, frame, onDrag }: Props) {
  return (
    <g>
      {handles.map((handle) => (
        <Handle key={handle.id} handle={handle} frame={frame} onDrag={onDrag} />
      ))}
    </g>
  );
}

function Handle({ handle, frame, onDrag }: { handle: PlanHandle } & Omit<Props, "handles">) {
  const palette = usePalette();
  const group = useRef<SVGGElement>(null);
  const grip = useRef<{ from: Spot; frame: Frame } | null>(null);
  const { x, y } = frame.toScreen(handle.spot);
  const put = (dx: number, dy: number) =>
    group.current?.setAttribute("transform", `translate(${x + dx} ${y + dy})`);
  const by = ({ clientX, clientY }: PointerEvent) => ({
    x: clientX - (grip.current?.from.x ?? clientX),
    y: clientY - (grip.current?.from.y ?? clientY),
  });
  return (
    <g
      ref={group}
      transform={`translate(${x} ${y})`}
      role="img"
      aria-label={`drag ${handle.name}`}
      style={{ cursor: "move", touchAction: "none" }}
      onPointerDown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        grip.current = { from: { x: event.clientX, y: event.clientY }, frame };
      }}
      onPointerMove={(event) => {
        if (!grip.current) return;
        const moved = by(event);
        put(moved.x, moved.y);
      }}
      onPointerUp={(event) => {
        if (!grip.current) return;
        const moved = by(event);
        onDrag(handle.id, grip.current.frame.toSite({ x: x + moved.x, y: y + moved.y }));
        grip.current = null;
        put(0, 0);
      }}
    >
      <circle r={24} fill="transparent" />
      <rect
        x={-8}
        y={-8}
        width={16}
        height={16}
        transform="rotate(45)"
        fill={palette.background.paper}
        stroke={palette.text.primary}
        strokeWidth={2.5}
      />
    </g>
  );
}
