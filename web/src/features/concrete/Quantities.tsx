import Box from "@mui/material/Box";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { useQuantities } from "../../api/queries";
import { Download } from "../line";
import { Loaded, Panel } from "../../parts/Page";

const WIDE = { display: { xs: "none", sm: "table-cell" } };

/** The concrete of the whole job, part by part: floors, footings, pads, piers. */
export function Quantities({ job }: { job: Schemas["JobSheet"] }) {
  const query = useQuantities(job.id);
  return (
    <Panel title="The whole job">
      <Loaded query={query}>
        {(sheet) => (
          <>
            <Typography sx={{ fontSize: "1.6rem", fontWeight: 700 }}>
              {sheet.total_text} to order{sheet.is_whole ? "" : ", as far as it is known"}
            </Typography>
            <Typography variant="body2" color="text.secondary">
              For all parts together, rounded up once to {sheet.step} {sheet.unit}
            </Typography>
            <Box sx={{ overflowX: "auto" }}>
              <Table size="small" aria-label="Take-off of the whole job">
                <TableHead>
                  <TableRow>
                    <TableCell>Part</TableCell>
                    <TableCell sx={WIDE}>Kind</TableCell>
                    <TableCell align="right">With waste</TableCell>
                    <TableCell>Rests on</TableCell>
                  </TableRow>
                </TableHead>
                <TableBody>
                  {sheet.rows.map((row) => (
                    <TableRow key={row.kind + row.name}>
                      <TableCell sx={{ fontWeight: 700 }}>{row.name}</TableCell>
                      <TableCell sx={WIDE}>{row.kind}</TableCell>
                      <TableCell align="right" sx={{ fontWeight: 700, whiteSpace: "nowrap" }}>
                        {row.text || "not known"}
                      </TableCell>
                      <TableCell>{row.why || row.rests_on}</TableCell>
                    </TableRow>
                  ))}
                </TableBody>
              </Table>
            </Box>
            <Download path={`/api/v1/jobs/${job.id}/take-off.xlsx`} sx={{ mt: 1.5 }}>
              As a workbook
            </Download>
          </>
        )}
      </Loaded>
    </Panel>
  );
}
