import type { KeyboardEvent } from "react";
import { usePalette } from "../../theme/theme";
import type { PlanArea } from "./drawn";
import type { Frame } from "./frame";

/** How wide a line is to a finger, in pixels. */
const TO_A_FINGER = 26;

type Props = {
  area: PlanArea;
  frame: Frame;
  isChosen: boolean;
  onPick?: ((id: string) => void) | undefined;
};

/** A floor or an element: its ground and its lines, to be opened by a tap on it. */
export function Area({ area, frame, isChosen, onPick }: Props) {
  const palette = usePalette();
  const fill = { floor: palette.slab, element: palette.peg, lot: "none" }[area.tone];
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== "Enter" && event.key !== " ") return;
    event.preventDefault();
    onPick?.(area.id);
  };
  return (
    <g
      data-area={onPick ? area.id : undefined}
      role={onPick ? "button" : "img"}
      aria-label={[area.name, area.level].filter(Boolean).join(", ")}
      aria-pressed={onPick ? isChosen : undefined}
      tabIndex={onPick ? 0 : undefined}
      onKeyDown={onPick ? onKeyDown : undefined}
      style={{ cursor: onPick ? "pointer" : "inherit" }}
    >
      {area.lines.map(({ spots, isClosed, isFaint = area.isFaint }, i) => {
        const points = spots
          .map(frame.toScreen)
          .map(({ x, y }) => `${x},${y}`)
          .join(" ");
        const Shape = isClosed ? "polygon" : "polyline";
        const hasGround = isClosed && fill !== "none" && !isFaint;
        const isDashed = area.tone === "lot" ? "14 5 3 5" : isFaint ? "6 5" : undefined;
        return (
          <g key={i}>
            {onPick && !hasGround && (
              <Shape points={points} fill="none" stroke="transparent" strokeWidth={TO_A_FINGER} />
            )}
            {isChosen && (
              <Shape
                points={points}
                fill="none"
                stroke={palette.peg}
                strokeWidth={9}
                strokeLinejoin="round"
              />
            )}
            <Shape
              points={points}
              fill={hasGround ? fill : "none"}
              fillOpacity={area.tone === "floor" ? 1 : 0.2}
              stroke={
                area.tone === "lot" || isFaint ? palette.text.secondary : palette.text.primary
              }
              strokeWidth={isChosen ? 3 : isFaint ? 1.2 : 1.8}
              strokeDasharray={isDashed}
              strokeLinejoin="round"
            />
          </g>
        );
      })}
    </g>
  );
}
