import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { NARROW, usePalette } from "../../theme/theme";
import { type Frame, type Spot, spotOf } from "./frame";

type Sheet = Schemas["ThicknessMap"];
type Band = Schemas["BandSheet"];

const DEEPEST = 0.3;
const FAINTEST = 0.12;
const STRONGEST = 0.62;

const KINDS: Record<Band["kind"], string> = {
  thin: "thin, a hold",
  less: "less than planned",
  on: "as planned",
  more: "more than planned",
};

function useInk() {
  const palette = usePalette();
  return (band: Band) => ({
    fill: band.kind === "on" ? palette.on : band.kind === "more" ? palette.low : palette.high,
    fillOpacity:
      band.kind === "on"
        ? FAINTEST
        : Math.min(FAINTEST + (Math.abs(band.share) / DEEPEST) * STRONGEST, STRONGEST),
  });
}

type GroundProps = { outline: readonly Spot[]; sheet: Sheet; frame: Frame; clip: string };

/** Bands and contour lines, in millimeters of the site, clipped to the slab. */
export function Ground({ outline, sheet, frame, clip }: GroundProps) {
  const palette = usePalette();
  const ink = useInk();
  const origin = frame.toScreen({ x: 0, y: 0 });
  const scale = frame.scale / 1000;
  const corners = outline.map(frame.toScreen);
  return (
    <g>
      <clipPath id={clip}>
        <polygon points={corners.map(({ x, y }) => `${x},${y}`).join(" ")} />
      </clipPath>
      <g clipPath={`url(#${clip})`}>
        <g transform={`translate(${origin.x} ${origin.y}) scale(${scale} ${-scale})`}>
          {sheet.bands.map((band) => (
            <path key={band.low.metres} d={band.path} stroke="none" {...ink(band)} />
          ))}
          {sheet.contours.map((line) => (
            <path
              key={line.level.metres}
              d={line.path}
              fill="none"
              stroke={palette.text.secondary}
              strokeWidth={1}
              vectorEffect="non-scaling-stroke"
            />
          ))}
        </g>
      </g>
      {sheet.contours.map((line) => {
        if (!line.at) return null;
        const { x, y } = frame.toScreen(spotOf(line.at));
        return (
          <text
            key={line.level.metres}
            x={x}
            y={y}
            fontFamily={NARROW}
            fontSize={11}
            fill={palette.text.secondary}
            stroke={palette.slab}
            strokeWidth={3}
            paintOrder="stroke"
            textAnchor="middle"
          >
            {line.level.text}
          </text>
        );
      })}
    </g>
  );
}

/** What the shades mean, in words. */
export function Key({ bands }: { bands: readonly Band[] }) {
  const ink = useInk();
  return (
    <Stack direction="row" sx={{ flexWrap: "wrap", columnGap: 2, rowGap: 0.5, py: 1 }}>
      {bands.map((band) => (
        <Stack key={band.low.metres} direction="row" spacing={0.75} sx={{ alignItems: "center" }}>
          <svg width={26} height={18} aria-hidden>
            <rect width={26} height={18} {...ink(band)} stroke="currentColor" />
          </svg>
          <Typography variant="body2">
            {band.low.text} to {band.high.text}, {KINDS[band.kind]}
          </Typography>
        </Stack>
      ))}
    </Stack>
  );
}
