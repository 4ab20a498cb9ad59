import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useTheme } from "@mui/material/styles";
import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from "react";
import { ROD_WIDTH, RodLine } from "./RodLine";
import type { Sensed, Sheet } from "./usePractice";

type Props = {
  sheet: Sheet;
  sensed: Sensed;
  /** Whether what is told is of where the receiver was before. */
  isAsking: boolean;
  receiver: number;
  onSlide: (receiver: number) => void;
};

/** What is seen of the rod, metres above and below the receiver, and how it is drawn. */
const SEEN = 0.08;
const WIDTH = 300;
const HEIGHT = 420;
const ROD = { x: 96, width: ROD_WIDTH };
const SCALE = HEIGHT / (2 * SEEN);
const FINE = 0.0005;
const WIDE = 0.01;

/** The rod where the receiver is, as one would see it: its lines, its numbers, and what it tells. */
export function RodView({ sheet, sensed, isAsking, receiver, onSlide }: Props) {
  const { palette } = useTheme();
  const from = useRef<{ y: number; receiver: number }>(undefined);
  const slide = (to: number) =>
    onSlide(Math.min(Math.max(0, Math.round(to * 1e5) / 1e5), sheet.rod.reach));
  const onKey = (event: KeyboardEvent) => {
    const step = event.shiftKey ? WIDE : FINE;
    const way = { ArrowUp: 1, ArrowDown: -1, PageUp: 10, PageDown: -10 }[event.key];
    if (!way) return;
    event.preventDefault();
    slide(receiver + way * step);
  };
  const grab = (event: PointerEvent) => {
    event.currentTarget.setPointerCapture(event.pointerId);
    from.current = { y: event.clientY, receiver };
  };
  const drag = (event: PointerEvent) => {
    if (!from.current) return;
    const tall = event.currentTarget.getBoundingClientRect().height;
    const metres = ((from.current.y - event.clientY) / tall) * 2 * SEEN;
    slide(from.current.receiver + metres);
  };
  return (
    <Stack spacing={1}>
      <Box
        component="svg"
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        role="slider"
        tabIndex={0}
        aria-label="Receiver on the rod"
        aria-busy={isAsking}
        aria-valuemin={0}
        aria-valuemax={sheet.rod.reach}
        aria-valuenow={Math.round(receiver * 1e4) / 1e4}
        aria-valuetext={spoken(sensed)}
        aria-orientation="vertical"
        onKeyDown={onKey}
        onPointerDown={grab}
        onPointerMove={drag}
        onPointerUp={() => (from.current = undefined)}
        onWheel={(event) =>
          slide(receiver - Math.sign(event.deltaY) * (event.shiftKey ? WIDE : FINE * 2))
        }
        sx={{
          width: "100%",
          maxHeight: 440,
          bgcolor: "slab",
          touchAction: "none",
          cursor: "ns-resize",
        }}
      >
        <Whole rod={sheet.rod} receiver={receiver} color={palette.beam} />
        <rect {...ROD} y={-4} height={HEIGHT + 8} fill="#fff" stroke="#14171a" strokeWidth={2} />
        {sensed.lines.map((line) => (
          <RodLine
            key={line.height}
            line={line}
            x={ROD.x + ROD.width}
            y={HEIGHT / 2 - line.height * SCALE}
          />
        ))}
        <Receiver sensed={sensed} sheet={sheet} color={palette.beam} />
      </Box>
      <Stack direction="row" spacing={1}>
        <SlideKey label="Up" onPress={(step) => slide(receiver + step)} />
        <SlideKey label="Down" onPress={(step) => slide(receiver - step)} />
      </Stack>
      <Typography variant="body2" role="status" sx={{ minHeight: 24, fontWeight: 600 }}>
        {spoken(sensed)}
      </Typography>
    </Stack>
  );
}

const MINI = { x: 34, top: 14, tall: HEIGHT - 28 };

/** The whole rod as it is drawn out, small: where on it the receiver is. */
function Whole({ rod, receiver, color }: { rod: Sheet["rod"]; receiver: number; color: string }) {
  const turned = rod.holding === "upside-down";
  const y = (height: number) => {
    const up = Math.min(height / rod.reach, 1);
    return MINI.top + MINI.tall * (turned ? up : 1 - up);
  };
  return (
    <g>
      <rect
        x={MINI.x}
        y={MINI.top}
        width={16}
        height={MINI.tall}
        fill="#fff"
        stroke="#14171a"
        strokeWidth={1.5}
      />
      {rod.numbers.map(({ number, height }) => (
        <g key={number}>
          <path d={`M${MINI.x} ${y(height)}h16`} stroke="#b3001b" strokeWidth={1.5} />
          <text
            x={MINI.x - 5}
            y={y(height)}
            textAnchor="end"
            dominantBaseline="central"
            fontSize={15}
            fontWeight={700}
            fill="#b3001b"
          >
            {number}
          </text>
        </g>
      ))}
      <rect x={MINI.x + 16} y={y(receiver) - 7} width={12} height={14} rx={2} fill="#2b3138" />
      <path d={`M${MINI.x - 2} ${y(receiver)}h30`} stroke={color} strokeWidth={2} />
    </g>
  );
}

const ARROWS: Record<string, string> = {
  up: "M262 150l18 26h-36z",
  down: "M262 270l18-26h-36z",
  level: "M244 207h36v6h-36z",
};

/** The receiver on its clamp: its mark at the rod's edge, its window, and how it is switched. */
function Receiver({ sensed, sheet, color }: { sensed: Sensed; sheet: Sheet; color: string }) {
  const { is_coarse, is_upside_down } = sheet.receiver;
  return (
    <g>
      <rect
        x={224}
        y={130}
        width={76}
        height={160}
        rx={6}
        fill="#2b3138"
        stroke="#14171a"
        strokeWidth={2}
      />
      <rect x={238} y={144} width={48} height={132} rx={3} fill="#e8ece6" />
      {ARROWS[sensed.shows] && <path d={ARROWS[sensed.shows]} fill="#14171a" />}
      {sensed.is_steady && <path d="M244 207h36v6h-36z" fill="#14171a" />}
      <path d={`M${ROD.x - 14} 210H238`} stroke={color} strokeWidth={2} strokeDasharray="7 5" />
      <path d="M216 210l12-8v16z" fill="#ffc20e" stroke="#14171a" />
      <text
        x={262}
        y={is_upside_down ? 284 : 140}
        fontSize={11}
        fill="#fff"
        textAnchor="middle"
        transform={is_upside_down ? "rotate(180 262 282)" : undefined}
      >
        {is_coarse ? "COARSE" : "FINE"}
      </text>
    </g>
  );
}

function SlideKey({ label, onPress }: { label: string; onPress: (step: number) => void }) {
  const timer = useRef<ReturnType<typeof setInterval>>(undefined);
  const held = useRef(0);
  const press = useRef(onPress);
  useEffect(() => {
    press.current = onPress;
  });
  const stop = () => clearInterval(timer.current);
  return (
    <Button
      variant="outlined"
      size="large"
      sx={{ flex: 1, minHeight: 56 }}
      aria-label={`Slide the receiver ${label.toLowerCase()}`}
      onPointerDown={() => {
        held.current = 0;
        timer.current = setInterval(() => {
          held.current += 1;
          press.current(Math.min(WIDE, FINE * (1 + held.current / 3)));
        }, 80);
      }}
      onPointerUp={stop}
      onPointerLeave={stop}
      onClick={() => onPress(FINE)}
    >
      {label === "Up" ? "▲" : "▼"} {label}
    </Button>
  );
}

/** What it tells, in words, for who can't hear or see it. */
function spoken({ unseen, is_steady, shows, beeps }: Sensed): string {
  if (unseen) return unseen;
  if (is_steady || shows === "level") return "Steady: on the beam.";
  if (beeps === 0 && shows === "nothing") return "Silent: the beam is not near.";
  const beep = beeps ? `beeping ${beeps >= 5 ? "fast" : "slowly"}` : "";
  const arrow = shows === "nothing" ? "" : `arrow ${shows}`;
  return [beep, arrow].filter(Boolean).join(", ");
}
