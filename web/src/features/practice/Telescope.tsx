import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Slider from "@mui/material/Slider";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useTheme } from "@mui/material/styles";
import { useState } from "react";
import { ROD_WIDTH, RodLine } from "./RodLine";
import type { Act, Sensed, Sheet } from "./usePractice";

const SIZE = 320;
const MIDDLE = SIZE / 2;
const ROD = { x: 100, width: ROD_WIDTH };
/** From the nearest focus to the farthest, as powers of e: the ring turns evenly in these. */
const NEAR = Math.log(0.5);
const FAR = Math.log(200);
const BLUR = 9;
const SHARP = 0.09;

type Props = { sheet: Sheet; sensed: Sensed; act: (done: Act) => void };

/** The staff as it is seen through an optical level: cross-hair, focus, nothing else. */
export function Telescope({ sheet, sensed, act }: Props) {
  const { palette } = useTheme();
  const [turned, turn] = useState<number>();
  const ring = turned ?? Math.log(sheet.focus || 0.5);
  const scale = sensed.span > 0 ? SIZE / sensed.span : 1;
  return (
    <Stack spacing={1}>
      <Box
        component="svg"
        viewBox={`0 0 ${SIZE} ${SIZE}`}
        role="img"
        aria-label="Through the telescope"
        sx={{ width: "100%", maxHeight: 380, bgcolor: "#0c0f11" }}
      >
        <defs>
          <clipPath id="eyepiece">
            <circle cx={MIDDLE} cy={MIDDLE} r={MIDDLE - 4} />
          </clipPath>
          <filter id="blurred">
            <feGaussianBlur stdDeviation={sensed.blur * BLUR} />
          </filter>
        </defs>
        <g clipPath="url(#eyepiece)">
          <rect width={SIZE} height={SIZE} fill="#cfd8d3" />
          {!sensed.unseen && (
            <g filter={sensed.blur > 0.02 ? "url(#blurred)" : undefined}>
              <rect
                {...ROD}
                y={-4}
                height={SIZE + 8}
                fill="#fff"
                stroke="#14171a"
                strokeWidth={2}
              />
              {sensed.lines.map((line) => (
                <RodLine
                  key={line.height}
                  line={line}
                  x={ROD.x + ROD.width}
                  y={MIDDLE - line.height * scale}
                />
              ))}
            </g>
          )}
          <path
            d={`M0 ${MIDDLE}H${SIZE}M${MIDDLE} 0V${SIZE}M130 ${MIDDLE - 62}h60M130 ${MIDDLE + 62}h60`}
            stroke={palette.beam}
            strokeWidth={1.5}
          />
        </g>
      </Box>
      <Typography variant="body2" role="status" sx={{ minHeight: 24, fontWeight: 600 }}>
        {spoken(sensed)}
      </Typography>
      <Typography id="focus">Focus: turn it gently, or the level is jogged.</Typography>
      <Slider
        aria-labelledby="focus"
        min={NEAR}
        max={FAR}
        step={0.02}
        shiftStep={0.2}
        value={ring}
        onChange={(_, value) => turn(value as number)}
        onChangeCommitted={(_, value) => {
          turn(undefined);
          act({ kind: "focus", focus: Math.exp(value as number) });
        }}
      />
    </Stack>
  );
}

function spoken({ unseen, blur, whole }: Sensed): string {
  if (unseen) return unseen;
  if (blur >= 1) return "All is blurred.";
  if (blur > SHARP) return "Nearly sharp.";
  const from = whole ? `, above the ${whole}` : "";
  return `Sharp: read it at the cross-hair${from}.`;
}

/** Where the bubble is drawn at most, in rings. */
const FARTHEST = 4;
const RING = 14;
const A_TURN = 0.05;
const TURNS = [
  { name: "Two screws: bubble left", pair: 1, single: 0, sign: "◀" },
  { name: "Two screws: bubble right", pair: -1, single: 0, sign: "▶" },
  { name: "One screw: bubble up", pair: 0, single: -1, sign: "▲" },
  { name: "One screw: bubble down", pair: 0, single: 1, sign: "▼" },
] as const;

type BubbleProps = { at: { x: number; y: number }; act: (done: Act) => void };

/** The circular bubble of an optical level, with its two screws and its one. */
export function CircularBubble({ at, act }: BubbleProps) {
  const away = Math.hypot(at.x, at.y);
  const shown = away > FARTHEST ? FARTHEST / away : 1;
  const steps = away > 3 ? 8 : 1;
  return (
    <Stack direction="row" sx={{ gap: 2, alignItems: "center", flexWrap: "wrap" }}>
      <Box
        component="svg"
        viewBox="-64 -64 128 128"
        role="img"
        aria-label={away <= 1 ? "The bubble is in its ring" : "The bubble is out of its ring"}
        sx={{ width: 120, height: 120 }}
      >
        <circle r={62} fill="#b8d34b" stroke="#14171a" strokeWidth={3} />
        <circle r={RING + 6} fill="none" stroke="#14171a" strokeWidth={2} />
        <circle
          cx={at.x * shown * RING}
          cy={-at.y * shown * RING}
          r={RING - 4}
          fill="#f6fbe0"
          stroke="#14171a"
        />
      </Box>
      <Box sx={{ display: "grid", gridTemplateColumns: "56px 56px", gap: 1 }}>
        {TURNS.map(({ name, pair, single, sign }) => (
          <Button
            key={name}
            variant="outlined"
            aria-label={name}
            onClick={() =>
              act({ kind: "screws", pair: pair * A_TURN * steps, single: single * A_TURN * steps })
            }
            sx={{ minWidth: 0, px: 0, height: 52 }}
          >
            {sign}
          </Button>
        ))}
      </Box>
      <Typography variant="body2" sx={{ flex: 1, minWidth: 120 }}>
        {away <= 1 ? "Level: the line is true." : "Two screws move it sideways, one up and down."}
      </Typography>
    </Stack>
  );
}
