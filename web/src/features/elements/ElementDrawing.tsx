import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Plan } from "../../parts/plan/Plan";
import { type Spot, spotOf } from "../../parts/plan/frame";
import { drawnLines, outlineSpots } from "../../parts/plan/pegs";
import { KINDS } from "../../parts/kinds";
import { Figure } from "../../parts/Figure";
import type { ElementForm } from "./form";

const MOST_HEIGHTS = 8;
const OF_CORNERS = { draw: "Draw corners by tapping", placing: "Corners are where they belong" };
const OF_PLACES = { draw: "Draw places by tapping", placing: "Places are where they belong" };

type Props = {
  job: Schemas["JobSheet"];
  draft: Schemas["ElementDraftSheet"] | undefined;
  form: ElementForm;
  onDrag: (corner: number, spot: Spot) => void;
  onPlace: (spot: Spot) => void;
};

/** The element as it is typed, among the floors; its corners can be dragged. */
export function ElementDrawing({ job, draft, form, onDrag, onPlace }: Props) {
  const [isPlacing, setPlacing] = useState(false);
  const points = draft?.points ?? [];
  const isTyped =
    KINDS[form.kind].shapes.length > 0 && (form.shape === "line" || form.shape === "corners");
  const words = form.kind === "embeds" ? OF_PLACES : OF_CORNERS;
  const spots = points.filter((point, i) => points.findIndex((p) => p.name === point.name) === i);
  const stages = [...new Set(points.map((point) => point.surface))];
  const corners = isTyped ? (draft?.corners ?? []) : [];
  return (
    <Panel title="As it is drawn">
      {isTyped && (
        <Button
          variant={isPlacing ? "contained" : "outlined"}
          onClick={() => setPlacing(!isPlacing)}
          sx={{ mb: 1 }}
        >
          {isPlacing ? words.placing : words.draw}
        </Button>
      )}
      {draft?.drawn.length || points.length || isPlacing ? (
        <Plan
          label="Plan of the element as typed"
          outlines={[]}
          lines={[
            ...job.floors.map((floor) => ({
              spots: outlineSpots(floor),
              isClosed: true,
              isFaint: true,
            })),
            ...drawnLines(draft?.drawn ?? []),
          ]}
          pegs={spots.map((point) => ({
            id: point.name,
            name: point.name,
            spot: spotOf(point.place),
            state: "not-shot" as const,
          }))}
          handles={corners.map((place, id) => ({
            id,
            name: `corner ${id + 1}`,
            spot: spotOf(place),
          }))}
          onDrag={corners.length ? onDrag : undefined}
          onPlace={isPlacing && isTyped ? onPlace : undefined}
          isMetric={job.volume_unit === "m³"}
          height={460}
        />
      ) : (
        <Typography>Type its measures; it is drawn here to scale as you type.</Typography>
      )}
      <Stack spacing={0.5} sx={{ mt: 1.5 }}>
        {stages.map((surface) => (
          <Figure
            key={surface}
            name={`Points to shoot on ${surface}`}
            text={String(points.filter((point) => point.surface === surface).length)}
          />
        ))}
        {(draft?.heights ?? []).slice(0, MOST_HEIGHTS).map((height) => (
          <Figure
            key={height.name + height.target.metres}
            name={height.points.length ? `${height.name} (${named(height.points)})` : height.name}
            text={height.target.text}
          />
        ))}
        {(draft?.heights.length ?? 0) > MOST_HEIGHTS && (
          <Typography color="text.secondary">
            and {(draft?.heights.length ?? 0) - MOST_HEIGHTS} more heights
          </Typography>
        )}
      </Stack>
    </Panel>
  );
}

function named(points: readonly string[]): string {
  return points.length > 4 ? `${points.length} points` : points.join(", ");
}
