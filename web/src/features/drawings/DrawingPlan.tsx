import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import { type MouseEvent, memo, useMemo, useRef } from "react";
import { ScaleBar } from "../../parts/plan/PlanParts";
import { ZoomButtons } from "../../parts/plan/ZoomButtons";
import { type Frame, type Spot, frameOf } from "../../parts/plan/frame";
import { useView } from "../../parts/plan/useView";
import { useWidth } from "../../parts/plan/useWidth";
import { usePalette } from "../../theme/theme";
import type { Shape, Sheet } from "./form";
import { hitBy } from "./hit";

type Props = {
  sheet: Sheet;
  chosen: readonly string[];
  assigned: readonly string[];
  onToggle: (handle: string) => void;
  isMetric: boolean;
};

const HEIGHT = 520;
const FEW_TEXTS = 80;
const FEW_SIZES = 30;
const LETTER = 7.5;
const LEAST_ROOM = 30;

/** A drawing to scale: what is taken is filled, what is chosen stands out. */
export function DrawingPlan({ sheet, chosen, assigned, onToggle, isMetric }: Props) {
  const holder = useRef<HTMLDivElement>(null);
  const width = useWidth(holder);
  const corners = useMemo(
    () => [
      ...cornersOf(sheet.shown),
      ...sheet.marks.flatMap(({ spot, is_text }) => (is_text ? [] : [at(spot)])),
    ],
    [sheet],
  );
  const view = useView(useMemo(() => frameOf(corners, width, HEIGHT), [corners, width]));
  const { frame, over } = view;
  const tap = (event: MouseEvent<SVGSVGElement>) => {
    if (view.hasMoved()) return;
    const box = event.currentTarget.getBoundingClientRect();
    const spot = { x: event.clientX - box.left - over.x, y: event.clientY - box.top - over.y };
    const hit = hitBy(spot, sheet, frame);
    if (hit) onToggle(hit);
  };
  return (
    <Box
      ref={holder}
      sx={{ bgcolor: "background.paper", position: "relative", overflow: "hidden" }}
    >
      <Stack sx={{ position: "absolute", top: 8, right: 8, zIndex: 1 }}>
        <ZoomButtons view={view} />
      </Stack>
      <svg
        width={width + 2 * over.x}
        height={HEIGHT + 2 * over.y}
        viewBox={`${-over.x} ${-over.y} ${width + 2 * over.x} ${HEIGHT + 2 * over.y}`}
        role="img"
        aria-label={`The drawing, ${sheet.shown.length} shapes; they are listed below`}
        onClick={tap}
        {...view.gestures}
        style={{
          display: "block",
          margin: `${-over.y}px ${-over.x}px`,
          cursor: view.isZoomed ? "grab" : "pointer",
          touchAction: view.isZoomed ? "none" : "auto",
        }}
      >
        <Shapes shapes={sheet.shown} frame={frame} />
        <Marked sheet={sheet} handles={assigned} frame={frame} isChosen={false} />
        <Marked sheet={sheet} handles={chosen} frame={frame} isChosen />
        <Sizes sheet={sheet} frame={frame} />
        <Texts sheet={sheet} frame={frame} chosen={chosen} />
        <ScaleBar frame={frame} isMetric={isMetric} />
      </svg>
    </Box>
  );
}

/** Everything that is drawn, a path a layer: a drawing of thousands of lines stays quick. */
const Shapes = memo(function Shapes({ shapes, frame }: { shapes: readonly Shape[]; frame: Frame }) {
  const palette = usePalette();
  const layers = useMemo(() => {
    const found = new Map<string, string[]>();
    for (const one of shapes) {
      const paths = found.get(one.layer) ?? [];
      if (!paths.length) found.set(one.layer, paths);
      paths.push(pathOf(one, frame));
    }
    return found;
  }, [shapes, frame]);
  return [...layers].map(([layer, paths]) => (
    <path
      key={layer}
      data-layer={layer}
      d={paths.join("")}
      fill="none"
      stroke={palette.text.secondary}
      strokeWidth={1.25}
      vectorEffect="non-scaling-stroke"
    />
  ));
});

type MarkedProps = { sheet: Sheet; handles: readonly string[]; frame: Frame; isChosen: boolean };

function Marked({ sheet, handles, frame, isChosen }: MarkedProps) {
  const palette = usePalette();
  const own = sheet.shown.filter(({ handle }) => handles.includes(handle));
  return own.map((one) => (
    <path
      key={one.handle}
      data-handle={one.handle}
      d={pathOf(one, frame)}
      fill={one.is_closed ? palette.peg : "none"}
      fillOpacity={isChosen ? 0.6 : 0.22}
      stroke={palette.text.primary}
      strokeWidth={isChosen ? 4 : 2.5}
      strokeLinejoin="round"
    />
  ));
}

/** How large the largest outlines are, where there is room to say so. */
function Sizes({ sheet, frame }: { sheet: Sheet; frame: Frame }) {
  const palette = usePalette();
  const outlines = sheet.shown.filter(({ is_closed }) => is_closed).slice(0, FEW_SIZES);
  return outlines.map(({ handle, spots, size }) => {
    const ends = spots.map((spot) => frame.toScreen(at(spot)));
    const [left, right] = [
      Math.min(...ends.map(({ x }) => x)),
      Math.max(...ends.map(({ x }) => x)),
    ];
    const [top, foot] = [Math.min(...ends.map(({ y }) => y)), Math.max(...ends.map(({ y }) => y))];
    const text = size.slice(size.indexOf(",") + 2);
    if (right - left < text.length * LETTER || foot - top < LEAST_ROOM) return null;
    return (
      <text
        key={handle}
        x={(left + right) / 2}
        y={top + 20}
        fontSize={13}
        textAnchor="middle"
        fill={palette.text.primary}
      >
        {text}
      </text>
    );
  });
}

type TextProps = { sheet: Sheet; frame: Frame; chosen: readonly string[] };

/** Points as crosses; texts only where there are few enough to be read. */
function Texts({ sheet, frame, chosen }: TextProps) {
  const palette = usePalette();
  const points = sheet.marks.filter(({ is_text }) => !is_text);
  const texts = points.length <= FEW_TEXTS ? points : [];
  return (
    <g>
      {points.map(({ handle, spot }) => {
        const { x, y } = frame.toScreen(at(spot));
        return (
          <path
            key={handle}
            d={`M${x - 6} ${y}h12M${x} ${y - 6}v12`}
            stroke={palette.text.primary}
            strokeWidth={chosen.includes(handle) ? 4 : 2}
          />
        );
      })}
      {texts.map(({ handle, spot, text }) => {
        const { x, y } = frame.toScreen(at(spot));
        const isRight = x > frame.width - 120;
        return (
          <text
            key={handle}
            x={isRight ? x - 9 : x + 9}
            y={y - 6}
            fontSize={13}
            textAnchor={isRight ? "end" : "start"}
            fill={palette.text.primary}
          >
            {text.split(" ")[0]}
          </text>
        );
      })}
    </g>
  );
}

const at = ([x = 0, y = 0]: readonly number[]): Spot => ({ x, y });

/** The corners of everything's box: a picture is made to hold those. */
function cornersOf(shapes: readonly Shape[]): Spot[] {
  let [left, right, near, far] = [Infinity, -Infinity, Infinity, -Infinity];
  for (const { spots } of shapes)
    for (const [x = 0, y = 0] of spots) {
      left = Math.min(left, x);
      right = Math.max(right, x);
      near = Math.min(near, y);
      far = Math.max(far, y);
    }
  return left > right
    ? []
    : [
        { x: left, y: near },
        { x: right, y: far },
      ];
}

function pathOf({ spots, is_closed }: Shape, frame: Frame): string {
  const steps = spots.map((spot, i) => {
    const { x, y } = frame.toScreen(at(spot));
    return `${i ? "L" : "M"}${x.toFixed(1)} ${y.toFixed(1)}`;
  });
  return steps.join("") + (is_closed ? "Z" : "");
}
