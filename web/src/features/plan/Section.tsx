import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useQuery } from "@tanstack/react-query";
import { useRef } from "react";
import { type Schemas, api, problemsOf, told } from "../../api/client";
import { Problems } from "../../parts/Problems";
import { type Spot, typedFrom } from "../../parts/plan/frame";
import { around, placeLabels } from "../../parts/plan/labels";
import { useWidth } from "../../parts/plan/useWidth";
import { NARROW, usePalette } from "../../theme/theme";
import { OverTheLine } from "../line";

type Props = { job: Schemas["JobSheet"]; ends: readonly Spot[]; onClose: () => void };

/** A section under the plan: along the line that was drawn on it, or what is still to be tapped. */
export function Section({ job, ends, onClose }: Props) {
  const [from, to] = ends;
  return (
    <Box
      component="section"
      aria-label="Section"
      sx={{ borderTop: 3, borderColor: "text.primary", bgcolor: "background.paper" }}
    >
      <Stack direction="row" sx={{ px: 2, alignItems: "center", gap: 2 }}>
        <Typography sx={{ flex: 1, fontWeight: 600 }}>
          {!from ? "Tap where the section begins." : !to && "Tap where it ends."}
        </Typography>
        <Button onClick={onClose}>Close the section</Button>
      </Stack>
      {from && to && (
        <OverTheLine what="A section">
          <Cut job={job} from={from} to={to} />
        </OverTheLine>
      )}
    </Box>
  );
}

type CutProps = { job: Schemas["JobSheet"]; from: Spot; to: Spot };

function Cut({ job, from, to }: CutProps) {
  const kind = job.style_kind;
  const query = {
    from_right: typedFrom(from.x, kind),
    from_away: typedFrom(from.y, kind),
    to_right: typedFrom(to.x, kind),
    to_away: typedFrom(to.y, kind),
  };
  const section = useQuery({
    queryKey: ["section", job.id, query],
    queryFn: () =>
      told(api.GET("/api/v1/jobs/{job}/section", { params: { path: { job: job.id }, query } })),
    retry: false,
  });
  return (
    <Box sx={{ px: 2, pb: 1 }}>
      <Problems problems={problemsOf(section.error)} />
      {section.data && <Drawing sheet={section.data} />}
    </Box>
  );
}

const LEFT = 84;
const TOP = 24;
const RIGHT = 24;
const FOOT = 14;

/** What a section cuts of every surface, and dots where something was found. */
function Drawing({ sheet }: { sheet: Schemas["SectionSheet"] }) {
  const palette = usePalette();
  const holder = useRef<HTMLDivElement>(null);
  const width = useWidth(holder);
  const [low, high] = [Number(sheet.lowest.metres), Number(sheet.highest.metres)];
  const across = (width - LEFT - RIGHT) / Number(sheet.length.metres);
  const up = across * sheet.times;
  const height = TOP + Math.max((high - low) * up, 12) + FOOT;
  const at = (along: number, level: number) => ({
    x: LEFT + along * across,
    y: TOP + (high - level) * up,
  });
  const inks = [
    palette.text.primary,
    palette.high,
    palette.low,
    palette.on,
    palette.beam,
    palette.text.secondary,
  ];
  const dots = sheet.found.map((one) => at(one.along, Number(one.elevation.metres)));
  const names = placeLabels(
    sheet.surfaces.map(({ name, stretches }) => {
      const [first] = stretches[0] ?? [];
      const begin = at(first?.along ?? 0, first?.height ?? low);
      return {
        key: name,
        at: { x: begin.x, y: begin.y - 11 },
        lines: [{ text: name, size: 13 }],
        away: 6,
      };
    }),
    dots.map((dot) => around(dot, 3)),
    { left: LEFT, top: 0, right: width, bottom: height },
  );
  return (
    <Box ref={holder}>
      <svg width={width} height={height} role="img" aria-label={spoken(sheet)}>
        {[...new Set([sheet.highest, sheet.lowest])].map((level) => {
          const { y } = at(0, Number(level.metres));
          return (
            <g key={level.text}>
              <path d={`M${LEFT} ${y}H${width - RIGHT}`} stroke={palette.divider} />
              <text
                x={LEFT - 8}
                y={y}
                textAnchor="end"
                dominantBaseline="middle"
                fontFamily={NARROW}
                fontSize={14}
                fontWeight={600}
                fill={palette.text.primary}
              >
                {level.text}
              </text>
            </g>
          );
        })}
        {sheet.surfaces.flatMap(({ name, stretches }, i) =>
          stretches.map((way, k) => (
            <polyline
              key={`${name} ${k}`}
              data-cut={name}
              points={way
                .map(({ along, height: level }) => at(along, level))
                .map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`)
                .join(" ")}
              fill="none"
              stroke={inks[i % inks.length]}
              strokeWidth={2.5}
            />
          )),
        )}
        {dots.map(({ x, y }, i) => (
          <circle
            key={i}
            data-found={sheet.found[i]?.point}
            cx={x}
            cy={y}
            r={3.5}
            fill={palette.text.primary}
          />
        ))}
        {names.map(({ key, box }) => (
          <text
            key={key}
            x={box.left}
            y={box.bottom - 4}
            fontFamily={NARROW}
            fontSize={13}
            fontWeight={700}
            fill={inks[sheet.surfaces.findIndex(({ name }) => name === key) % inks.length]}
            stroke={palette.background.paper}
            strokeWidth={3}
            paintOrder="stroke"
          >
            {key}
          </text>
        ))}
      </svg>
      <Typography variant="body2" color="text.secondary">
        {sheet.length.text} long, heights drawn {sheet.times} times as high.
        {sheet.found.length > 0 && " Dots: what was found beside it."}
      </Typography>
    </Box>
  );
}

function spoken({ length, surfaces, found }: Schemas["SectionSheet"]): string {
  const names = surfaces.map(({ name }) => name).join(", ");
  return `Section ${length.text} long, cutting ${names}; ${found.length} shots beside it`;
}
