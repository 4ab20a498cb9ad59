import { BarChart } from "@mui/x-charts/BarChart";
import { LineChart } from "@mui/x-charts/LineChart";
import type { Schemas } from "../../api/client";
import { useThicknessMap } from "../../api/queries";
import { Panel } from "../../parts/Page";
import { usePalette } from "../../theme/theme";

const HEIGHT = 220;
/** How high a bar is with the room around it, and the axis below them, pixels. */
const A_BAR = 30;
const AXIS = 64;

/** How much of the floor is how thick. */
export function Shares({ floor }: { floor: string }) {
  const palette = usePalette();
  const bands = useThicknessMap(floor).data?.bands ?? [];
  const unit = bands[0]?.area.text.split(" ")[1] ?? "";
  if (bands.length < 2) return null;
  return (
    <Panel title="How much of the floor is how thick">
      <BarChart
        layout="horizontal"
        height={bands.length * A_BAR + AXIS}
        hideLegend
        skipAnimation
        xAxis={[{ label: unit }]}
        yAxis={[
          {
            data: bands.map((band) => `${band.low.text} to ${band.high.text}`),
            width: 150,
            tickLabelInterval: () => true,
          },
        ]}
        series={[
          {
            data: bands.map((band) => Math.round(band.area.value * 10) / 10),
            color: palette.text.secondary,
            label: "Area",
            valueFormatter: (value) => `${value} ${unit}`,
          },
        ]}
      />
    </Panel>
  );
}

const ENDS: Record<Schemas["ThicknessMap"]["placed_from"], string> = {
  left: "the left end",
  near: "the near end",
};

/** The concrete added up along the slab: how far a truck gets. */
export function Placed({ sheet }: { sheet: Schemas["ThicknessMap"] }) {
  const palette = usePalette();
  const unit = sheet.placed[0]?.volume.text.split(" ")[1] ?? "";
  return (
    <Panel title={`Concrete from ${ENDS[sheet.placed_from]}, added up`}>
      <LineChart
        height={HEIGHT}
        hideLegend
        skipAnimation
        xAxis={[{ scaleType: "point", data: sheet.placed.map(({ along }) => along.text) }]}
        yAxis={[{ label: unit, width: 60 }]}
        series={[
          {
            data: sheet.placed.map(({ volume }) => Math.round(volume.value * 100) / 100),
            color: palette.text.secondary,
            curve: "linear",
            label: "Up to there",
            valueFormatter: (value) => `${value ?? 0} ${unit}`,
          },
        ]}
      />
    </Panel>
  );
}
