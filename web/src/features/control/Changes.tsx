import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import type { Schemas } from "../../api/client";

/** What a change would change: what it is, now and then. */
export function Changes({ rows }: { rows: readonly Schemas["UnitChange"][] }) {
  return (
    <Table size="small" sx={{ maxWidth: 560 }}>
      <TableHead>
        <TableRow>
          <TableCell>What</TableCell>
          <TableCell>Now</TableCell>
          <TableCell>Then</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {rows.map(({ what, before, after }) => (
          <TableRow key={what}>
            <TableCell>{what}</TableCell>
            <TableCell>{before}</TableCell>
            <TableCell sx={{ fontWeight: 600 }}>{after}</TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
