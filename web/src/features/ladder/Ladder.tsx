import Box from "@mui/material/Box";
import Typography from "@mui/material/Typography";
import { type ReactNode, memo, useMemo, useRef } from "react";
import type { Schemas } from "../../api/client";
import { useWidth } from "../../parts/plan/useWidth";
import { NARROW, usePalette } from "../../theme/theme";
import { MovingLevel } from "./MovingLevel";
import { LEVEL, type Moving, RAIL, type Row, type Rung } from "./row";
import { type Placed, between, spread } from "./spread";

type Sheet = Schemas["LadderSheet"];
const ROW = 34;
const TALL = 490;
const EDGE = 26;
const ALIKE = 0.0005;
const WIDE = 640;

type Props = { sheet: Sheet; moving?: Moving | undefined };

/** The heights of a job on a rail, to one scale and stretched where they are crowded. */
export function Ladder({ sheet, moving }: Props) {
  const palette = usePalette();
  const holder = useRef<HTMLDivElement>(null);
  const width = useWidth(holder);
  const { rows, all, height, placed, isStretched } = useMemo(() => laidOut(sheet), [sheet]);
  const onRails = placed.filter(({ one }) => one.rungs.length > 0);
  const beamAt = placed.find(({ one }) => one.rungs.length === 0);
  return (
    <Box ref={holder} sx={{ bgcolor: "background.paper" }}>
      <svg
        width={width}
        height={height}
        role="group"
        aria-label={`${rows.length} heights, the highest first`}
        style={{ display: "block" }}
      >
        <line
          x1={RAIL}
          x2={RAIL}
          y1={EDGE}
          y2={height - EDGE}
          stroke={palette.text.primary}
          strokeWidth={3}
        />
        {beamAt && sheet.beam && (
          <g data-beam={beamAt.y}>
            <line
              x1={RAIL - 14}
              x2={width}
              y1={beamAt.y}
              y2={beamAt.y}
              stroke={palette.beam}
              strokeWidth={3}
            />
            <Words x={LEVEL} y={beamAt.y} anchor="end" isStrong>
              {sheet.beam.level.text}
            </Words>
            <Words x={RAIL + 18} y={beamAt.y - 12} anchor="start">
              {`Beam of set-up ${sheet.beam.number}`}
            </Words>
          </g>
        )}
        {onRails.map(({ one, y }) => (
          <Level key={one.rungs[0]?.key} row={one} y={y} width={width} />
        ))}
        {moving && (
          <MovingLevel
            moving={moving}
            placed={placed}
            perPixel={perPixel(all, height - 2 * EDGE)}
          />
        )}
        <Ticks rows={rows} placed={placed} />
      </svg>
      <Typography sx={{ px: 2, pb: 2 }} color="text.secondary">
        {isStretched
          ? "Drawn apart where heights are close: not to scale there. "
          : "Drawn to scale. "}
        Short marks: what was shot.
      </Typography>
    </Box>
  );
}

/** Where the levels of a sheet come to lie: the same however far one of them is dragged. */
function laidOut(sheet: Sheet) {
  const rows = rowsOf(sheet.rungs);
  const beam = sheet.beam && { metres: Number(sheet.beam.level.metres), rungs: [] };
  const all = [...rows, ...(beam ? [beam] : [])].sort((a, b) => b.metres - a.metres);
  const height = Math.max(TALL, ROW * (all.length - 1) + 2 * EDGE);
  return { rows, all, height, ...spread(all, EDGE, height - EDGE, ROW) };
}

/** How many metres of height a pixel is, where nothing is stretched. */
function perPixel(all: readonly Row[], height: number): number {
  const range = (all[0]?.metres ?? 0) - (all.at(-1)?.metres ?? 0);
  return (range || 1) / height;
}

function rowsOf(rungs: readonly Rung[]): Row[] {
  const rows: Row[] = [];
  for (const rung of rungs) {
    const metres = Number(rung.level.metres);
    const last = rows.at(-1);
    if (last && Math.abs(last.metres - metres) < ALIKE) last.rungs.push(rung);
    else rows.push({ metres, rungs: [rung] });
  }
  return rows;
}

type LevelProps = { row: Row; y: number; width: number };

/** One level: how high, what it is of, and what the rod shows there. */
const Level = memo(function Level({ row, y, width }: LevelProps) {
  const palette = usePalette();
  const [first] = row.rungs;
  if (!first) return null;
  const names = row.rungs.map(({ of, name, kind }) =>
    kind === "benchmark" ? of : `${of}, ${name}`,
  );
  const text = names.join(" · ");
  const lowest = row.rungs.map((rung) => rung.lowest?.text).find(Boolean);
  const room = Math.floor((width - RAIL - (first.clamp && width >= WIDE ? 130 : 30)) / LETTER);
  const isMark = first.kind === "benchmark";
  return (
    <g data-rung={first.key} data-y={y}>
      <title>{first.obstacle ? `${text}. ${first.obstacle}` : text}</title>
      <line
        x1={RAIL - 8}
        x2={RAIL + 8}
        y1={y}
        y2={y}
        stroke={palette.text.primary}
        strokeWidth={isMark ? 2 : 4}
      />
      {isMark && (
        <path d={`M${RAIL + 9} ${y}l8 -12h-16z`} fill={palette.peg} stroke={palette.text.primary} />
      )}
      <Words x={LEVEL} y={y} anchor="end" isStrong>
        {first.level.text}
      </Words>
      <Words x={RAIL + 24} y={y - (first.clamp && width < WIDE ? 7 : 0)} anchor="start">
        {text.length > room ? `${text.slice(0, Math.max(room - 1, 1))}…` : text}
        {lowest && text.length + lowest.length + 9 < room ? `, down to ${lowest}` : ""}
      </Words>
      {(first.clamp || first.obstacle) && (
        <Words
          x={width >= WIDE ? width - 12 : RAIL + 24}
          y={y + (width < WIDE ? 10 : 0)}
          anchor={width >= WIDE ? "end" : "start"}
          isStrong
        >
          {first.clamp ? `rod ${first.clamp}` : "off the rod"}
        </Words>
      )}
    </g>
  );
});

const LETTER = 7.4;

type TicksProps = { rows: readonly Row[]; placed: readonly Placed<Row>[] };

/** What was shot, beside the levels it is of: one mark for what lies on one line. */
const Ticks = memo(function Ticks({ rows, placed }: TicksProps) {
  const palette = usePalette();
  const shots = rows.flatMap(({ rungs }) => rungs.flatMap((rung) => rung.shots));
  const lines = new Set(shots.map((shot) => between(placed, Number(shot)).toFixed(1)));
  const marks = [...lines].map((y) => `M${RAIL - 20} ${y}h10`);
  return <path data-shots={shots.length} d={marks.join("")} stroke={palette.low} strokeWidth={2} />;
});

type WordsProps = {
  x: number;
  y: number;
  anchor: "start" | "end";
  isStrong?: boolean;
  children: ReactNode;
};

function Words({ x, y, anchor, isStrong = false, children }: WordsProps) {
  const palette = usePalette();
  return (
    <text
      x={x}
      y={y}
      dominantBaseline="middle"
      textAnchor={anchor}
      fontFamily={NARROW}
      fontSize={15}
      fontWeight={isStrong ? 700 : 500}
      fill={palette.text.primary}
    >
      {children}
    </text>
  );
}
