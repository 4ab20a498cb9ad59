import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { type Schemas, api, asForm, sent, told } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Select } from "../../parts/Select";
import { Download } from "../line";
import { FileForm } from "./FileForm";

type Job = Schemas["JobSheet"];
type Written = {
  order: Schemas["OrderEnum"];
  unit: Schemas["UnitEnum"];
  northing: string;
  easting: string;
};

const BENCHMARKS = "benchmarks";
const USUAL: Written["order"] = "number,northing,easting,elevation,description";
const ORDERS: readonly (readonly [Written["order"], string])[] = [
  [USUAL, "number, northing, easting, elevation, description"],
  [
    "number,easting,northing,elevation,description",
    "number, easting, northing, elevation, description",
  ],
  [
    "northing,easting,elevation,number,description",
    "northing, easting, elevation, number, description",
  ],
  [
    "easting,northing,elevation,number,description",
    "easting, northing, elevation, number, description",
  ],
];

type Props = { job: Job; /** Whether nothing can be brought in now. */ isOutAlone?: boolean };

/** Points out to a survey's instrument, and in from a survey. */
export function Survey({ job, isOutAlone = false }: Props) {
  const [written, setWritten] = useState<Written>({
    order: USUAL,
    unit: job.volume_unit === "m³" ? "m" : "ft",
    northing: "",
    easting: "",
  });
  const [heights, setHeights] = useState<"planned" | "found">("planned");
  const [floor, setFloor] = useState(BENCHMARKS);
  const query = new URLSearchParams({ ...written, heights });
  const { unit, northing, easting } = written;
  const drawn = new URLSearchParams({ unit, northing, easting, heights }).toString();
  const change = (changed: Partial<Written>) => setWritten({ ...written, ...changed });
  return (
    <Panel title="A survey's points, drawing and surfaces">
      <Stack spacing={2}>
        <HowWritten written={written} change={change} />
        <Select
          label="Heights"
          value={heights}
          options={[
            ["planned", "as planned, to set out"],
            ["found", "as found"],
          ]}
          onChange={setHeights}
        />
        <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap" }}>
          <Download
            path={`/api/v1/jobs/${job.id}/points.csv?${query.toString()}`}
            sx={{ flexShrink: 0 }}
            isMadeHere
          >
            Points out, CSV
          </Download>
          <Download path={`/api/v1/jobs/${job.id}/drawing.dxf?${drawn}`} sx={{ flexShrink: 0 }}>
            Drawing out, DXF
          </Download>
          <Download path={`/api/v1/jobs/${job.id}/drawing.landxml?${drawn}`} sx={{ flexShrink: 0 }}>
            Surfaces out, LandXML
          </Download>
        </Stack>
        {job.can_plan && !isOutAlone && (
          <FileForm
            choose="Choose points, CSV"
            accept=".csv,.txt,text/csv"
            about={
              <Select
                label="They are"
                value={floor}
                options={[
                  [BENCHMARKS, "benchmarks"],
                  ...job.floors.map(({ id, name }) => [id, `extra points of ${name}`] as const),
                ]}
                onChange={setFloor}
              />
            }
            send={(id, file) =>
              told(
                api.POST("/api/v1/jobs/{job}/points-in", {
                  params: { path: { job: job.id } },
                  body: {
                    id,
                    file: sent(file),
                    ...written,
                    ...(floor !== BENCHMARKS && { floor }),
                  },
                  bodySerializer: asForm,
                }),
              )
            }
          >
            Bring them in
          </FileForm>
        )}
      </Stack>
    </Panel>
  );
}

type HowProps = { written: Written; change: (changed: Partial<Written>) => void };

/** How a survey's table is written, out and in. */
function HowWritten({ written, change }: HowProps) {
  return (
    <>
      <Select
        label="Columns"
        value={written.order}
        options={ORDERS}
        onChange={(order) => change({ order })}
      />
      <Select
        label="Numbers are"
        value={written.unit}
        options={[
          ["ft", "feet"],
          ["m", "meters"],
        ]}
        onChange={(unit) => change({ unit })}
      />
      <Stack direction={{ xs: "column", sm: "row" }} spacing={1.5}>
        <EntryField
          name="northing"
          label={`Origin's northing, ${written.unit}`}
          value={written.northing}
          onChange={(northing) => change({ northing })}
        />
        <EntryField
          name="easting"
          label={`Origin's easting, ${written.unit}`}
          value={written.easting}
          onChange={(easting) => change({ easting })}
        />
      </Stack>
      <Typography color="text.secondary">
        Where the job&apos;s origin lies in the survey; empty where it has the job&apos;s own.
      </Typography>
    </>
  );
}
