import Box from "@mui/material/Box";
import type { Schemas } from "../../api/client";
import { Held } from "../../parts/rod/Held";
import type { Sight } from "../../parts/sights";
import { NARROW, usePalette } from "../../theme/theme";

type Props = {
  rod: Schemas["RodSheet"];
  sight: Sight;
  benchmark: string;
  line: Schemas["LineSheet"] | undefined;
  height?: number;
};

const WIDTH = 200;

/** The instrument, its beam, and the rod on the benchmark. */
export function SightDrawing({ rod, sight, benchmark, line, height = 280 }: Props) {
  const palette = usePalette();
  const beam = line ? line.scale_value : null;
  const ink = palette.text.primary;
  const middle = height / 2;
  return (
    <Box sx={{ display: "flex", alignSelf: "flex-start" }}>
      <svg width={WIDTH} height={height + 34} aria-hidden>
        <path
          d={`M40 ${middle}L16 ${height}M40 ${middle}L64 ${height}M40 ${middle}V${height}`}
          stroke={ink}
          strokeWidth={4}
          fill="none"
        />
        <rect x={24} y={middle - 14} width={32} height={24} rx={3} fill={ink} />
        <rect x={33} y={middle - 24} width={14} height={11} fill={palette.peg} stroke={ink} />
        <path d={`M0 ${height}H${WIDTH}`} stroke={ink} strokeWidth={2} />
        {line && (
          <>
            <path d={`M58 ${middle}H${WIDTH}`} stroke={palette.beam} strokeWidth={3} />
            <text
              x={70}
              y={middle - 26}
              fontFamily={NARROW}
              fontSize={14}
              fill={palette.text.secondary}
            >
              {line.kind === "height-of-instrument" ? "HI" : "constant"}
            </text>
            <text
              x={70}
              y={middle - 8}
              fontFamily={NARROW}
              fontWeight={700}
              fontSize={18}
              fill={ink}
            >
              {line.constant.text}
            </text>
          </>
        )}
      </svg>
      <Box>
        <Held
          sight={sight}
          rod={rod}
          beam={beam}
          height={height}
          width={120}
          label={
            line ? `Rod on the benchmark, reading ${line.backsight.rod}` : "Rod on the benchmark"
          }
        />
        <svg width={160} height={34} role="img" aria-label={`Benchmark ${benchmark}`}>
          <path d="M0 1H120" stroke={ink} strokeWidth={2} />
          <path d="M20 2h24l-12 14z" fill={palette.peg} stroke={ink} strokeWidth={2} />
          <text x={50} y={19} fontFamily={NARROW} fontWeight={600} fontSize={14} fill={ink}>
            {benchmark}
          </text>
        </svg>
      </Box>
    </Box>
  );
}
