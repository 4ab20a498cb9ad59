import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { shownTime } from "../../parts/time";
import { Pictures } from "../pictures";

type Row = Schemas["HappeningSheet"];
type Pictured = Schemas["PictureInputRequest"]["kind"];

const HOUR = new Intl.DateTimeFormat("en-US", { hour: "numeric", minute: "2-digit" });

/** What happened on one day. */
export function Day({ job, day, rows }: { job: string; day: string; rows: readonly Row[] }) {
  return (
    <Box component="section" sx={{ "& + &": { mt: 3 } }}>
      <Typography variant="h3" component="h2" sx={{ mb: 1 }}>
        {day}
      </Typography>
      <Box component="ul" sx={{ listStyle: "none", m: 0, p: 0 }}>
        {rows.map((row) => (
          <OneRow key={`${row.kind} ${row.id}`} row={row} job={job} />
        ))}
      </Box>
    </Box>
  );
}

function OneRow({ row, job }: { row: Row; job: string }) {
  const sent = row.came_in ? `, done ${shownTime(row.at)}` : "";
  return (
    <Stack
      component="li"
      direction="row"
      sx={{
        columnGap: 2,
        py: 0.75,
        borderBottom: 1,
        borderColor: "divider",
        flexWrap: { xs: "wrap", sm: "nowrap" },
      }}
    >
      <Typography sx={{ width: 76, flex: "none" }} color="text.secondary">
        {HOUR.format(new Date(row.came_in || row.at))}
      </Typography>
      <Box sx={{ flex: "1 1 200px", minWidth: 0, overflowWrap: "anywhere" }}>
        <Typography>{row.what}</Typography>
        {row.changed.map(({ name, before, after }) => (
          <Typography key={name} variant="body2">
            {name}: {before || "nothing"} → <strong>{after || "nothing"}</strong>
          </Typography>
        ))}
        <Typography variant="body2" color="text.secondary">
          {row.by}
          {row.phone && `, phone …${row.phone}`}
          {sent}
        </Typography>
      </Box>
      {row.pictured && (
        <Pictures job={job} kind={row.pictured as Pictured} about={row.pictured_key} />
      )}
    </Stack>
  );
}
