import Box from "@mui/material/Box";
import { type PointerEvent, useRef, useState } from "react";
import type { Act, Sheet } from "./usePractice";

const VIAL = 42;
const BUBBLE = 11;
/** The bubble answers a hand lazily: it moves this part of the way the rod's top is moved. */
const LAZY = 0.55;

type Props = { rod: Sheet["rod"]; act: (done: Act) => void };
type Offset = { x: number; y: number };

/** The rod's circular bubble: dragged to its middle by the rod's top, it stays where it is left. */
export function RodBubble({ rod, act }: Props) {
  const from = useRef<Offset>(undefined);
  const [dragged, drag] = useState<Offset>();
  const rests = restsAt(rod);
  const at = dragged ?? rests;
  const grab = (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    from.current = { x: event.clientX, y: event.clientY };
  };
  const move = (event: PointerEvent) => {
    if (!from.current) return;
    const scale = (2 * VIAL) / event.currentTarget.getBoundingClientRect().width;
    drag(
      within({
        x: rests.x + (event.clientX - from.current.x) * scale * LAZY,
        y: rests.y + (event.clientY - from.current.y) * scale * LAZY,
      }),
    );
  };
  const leave = () => {
    from.current = undefined;
    if (!dragged) return;
    act({ kind: "center", off: Math.min(1, Math.hypot(dragged.x, dragged.y) / FREE) });
    drag(undefined);
  };
  return (
    <Box
      component="svg"
      viewBox={`${-VIAL - 2} ${-VIAL - 2} ${2 * VIAL + 4} ${2 * VIAL + 4}`}
      role="img"
      aria-label={rod.bubble <= IN_RING ? "Bubble in its ring" : "Bubble out of its ring"}
      onPointerDown={grab}
      onPointerMove={move}
      onPointerUp={leave}
      onPointerCancel={leave}
      sx={{ width: 88, height: 88, touchAction: "none", cursor: "grab", flexShrink: 0 }}
    >
      <circle r={VIAL} fill="#b8d34b" stroke="#14171a" strokeWidth={3} />
      <circle r={BUBBLE + 4} fill="none" stroke="#14171a" strokeWidth={1.5} />
      <circle cx={at.x} cy={at.y} r={BUBBLE} fill="#f6fbe0" stroke="#14171a" />
    </Box>
  );
}

const FREE = VIAL - BUBBLE;
/** The ring leaves this part of the vial to the bubble. */
const IN_RING = 0.26;

/** Where the bubble lies of itself: to one side, which differs from spot to spot. */
function restsAt(rod: Sheet["rod"]): Offset {
  const way = [...rod.spot].reduce((sum, letter) => sum + letter.charCodeAt(0), 0);
  const off = rod.bubble * FREE;
  return { x: off * Math.cos(way), y: off * Math.sin(way) };
}

function within({ x, y }: Offset): Offset {
  const off = Math.hypot(x, y);
  return off <= FREE ? { x, y } : { x: (x * FREE) / off, y: (y * FREE) / off };
}
