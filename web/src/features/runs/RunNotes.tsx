import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { Figure } from "../../parts/Figure";

type Run = Schemas["RunSheet"];

const COLUMNS: readonly (readonly [string, keyof Schemas["RunLine"]])[] = [
  ["BS", "backsight"],
  ["FS", "foresight"],
  ["HI", "height_of_instrument"],
  ["Rise", "rise"],
  ["Fall", "fall"],
  ["Elevation", "elevation"],
  ["Spread", "adjusted"],
  ["Moves", "correction"],
  ["U", "uncertainty"],
];

/** The run's notes, both ways at once, with the sums that prove them. */
export function RunNotes({ run }: { run: Run }) {
  const { sums } = run;
  return (
    <Box>
      <Box sx={{ overflowX: "auto" }}>
        <Table size="small" aria-label={`Notes of ${run.name}`}>
          <TableHead>
            <TableRow>
              <TableCell>Point</TableCell>
              {COLUMNS.map(([name]) => (
                <TableCell key={name} align="right">
                  {name}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {run.lines.map((line, i) => (
              <TableRow key={`${line.point} ${i}`}>
                <TableCell sx={{ fontWeight: 700 }}>{line.point}</TableCell>
                {COLUMNS.map(([name, key]) => (
                  <TableCell key={name} align="right" sx={{ whiteSpace: "nowrap" }}>
                    {line[key]}
                  </TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      <Typography variant="h3" sx={{ mt: 2 }}>
        {sums.proves ? "The sums prove" : "The sums do NOT prove"}
      </Typography>
      <Stack sx={{ maxWidth: 560 }} spacing={0.5}>
        <Figure
          name={`ΣBS − ΣFS: ${sums.backsights} − ${sums.foresights}`}
          text={sums.backsights_less_foresights}
        />
        <Figure
          name={`Rises − falls: ${sums.rises} − ${sums.falls}`}
          text={sums.rises_less_falls}
        />
        <Figure name="Last − first" text={sums.last_less_first} />
      </Stack>
    </Box>
  );
}
