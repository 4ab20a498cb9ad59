import Box from "@mui/material/Box";
import type { Schemas } from "../../api/client";
import { NARROW, usePalette } from "../../theme/theme";
import type { MethodKey } from "./methods";
import { type Scene, sceneOf } from "./scene";

const WIDTH = 520;
const HEIGHT = 200;
const EDGE = 46;
const BEAM = 84;
const GROUND = 148;
const LIFT = 44;
const WATER = 112;

type Props = {
  method: MethodKey;
  read: readonly Schemas["ReadEntry"][];
  says: Schemas["CheckSays"] | null | undefined;
  typed: Readonly<Record<string, string>>;
};

/** The check from the side: distances to scale as they are typed, slopes exaggerated. */
export function CheckDrawing({ method, read, says, typed }: Props) {
  const palette = usePalette();
  const metres = Object.fromEntries(read.map((entry) => [entry.name, entry.metres]));
  const sinks = says?.sinks ?? false;
  const scene = sceneOf(method, metres, sinks ? -1 : 1);
  const far = Math.max(...[...scene.posts, ...scene.stands].map((one) => one.at), 0.1);
  const x = (at: number) => EDGE + (at / far) * (WIDTH - 2 * EDGE);
  const isTyped = read.length > 0;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={`The check from the side, ${isTyped ? "distances to scale" : "an example"}`}
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      sx={{ width: "100%", display: "block", bgcolor: "slab", mt: 1 }}
    >
      <path d={`M0 ${GROUND}H${WIDTH}`} stroke={palette.text.primary} strokeWidth={2} />
      {scene.hasWater && (
        <path
          d={`M${x(0)} ${WATER}H${x(far)}`}
          stroke={palette.low}
          strokeWidth={4}
          strokeDasharray="1 6"
          strokeLinecap="round"
        />
      )}
      {scene.beams.map((beam, i) => (
        <path
          key={i}
          d={`M${x(beam.from)} ${BEAM}L${x(beam.to)} ${BEAM - beam.lift * LIFT}`}
          stroke={palette.beam}
          strokeWidth={beam.isSecond ? 3 : 2.5}
          strokeDasharray={beam.isSecond ? "7 4" : undefined}
        />
      ))}
      {scene.posts.map((post) => (
        <g key={post.name} transform={`translate(${x(post.at)} 0)`}>
          <rect
            x={-5}
            y={20}
            width={10}
            height={GROUND - 20}
            fill={palette.peg}
            stroke={palette.text.primary}
          />
          <Label y={14}>{post.name}</Label>
        </g>
      ))}
      <Stands scene={scene} x={x} />
      <text
        x={WIDTH - 6}
        y={HEIGHT - 8}
        textAnchor="end"
        fontFamily={NARROW}
        fontSize={13}
        fill={palette.text.secondary}
      >
        {isTyped ? `to scale${distances(typed)}; slopes exaggerated` : "an example until you type"}
      </text>
    </Box>
  );
}

function Stands({ scene, x }: { scene: Scene; x: (at: number) => number }) {
  const palette = usePalette();
  return scene.stands.map((stand) => (
    <g key={stand.name} transform={`translate(${x(stand.at)} 0)`}>
      <path
        d={`M0 ${BEAM}L-13 ${GROUND}M0 ${BEAM}L13 ${GROUND}`}
        stroke={palette.text.primary}
        strokeWidth={3}
      />
      <rect x={-9} y={BEAM - 9} width={18} height={16} rx={2} fill={palette.text.primary} />
      <Label y={GROUND + 18}>{stand.name}</Label>
    </g>
  ));
}

function Label({ y, children }: { y: number; children: string }) {
  const palette = usePalette();
  return (
    <text
      y={y}
      textAnchor="middle"
      fontFamily={NARROW}
      fontWeight={600}
      fontSize={14}
      fill={palette.text.primary}
    >
      {children}
    </text>
  );
}

const DISTANCES = ["near", "far", "distance", "to_a", "to_b"];

function distances(typed: Props["typed"]): string {
  const shown = DISTANCES.map((name) => typed[name]?.trim()).filter(Boolean);
  return shown.length ? `: ${shown.join(" and ")}` : "";
}
