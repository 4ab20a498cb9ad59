import Button from "@mui/material/Button";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import { useState } from "react";
import { Panel } from "../../parts/Page";
import type { Sheet } from "./form";

/** What of the file can't be used, by layer and handle. */
export function LeftOut({ sheet }: { sheet: Sheet }) {
  const [isOpen, setOpen] = useState(false);
  const count = sheet.left_out.length + sheet.left_out_more;
  if (!count) return null;
  if (!isOpen)
    return (
      <Button sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
        {count} things of the file are not used
      </Button>
    );
  return (
    <Panel title="Not used">
      <Table size="small">
        <TableHead>
          <TableRow>
            <TableCell>Layer</TableCell>
            <TableCell>Handle</TableCell>
            <TableCell>Why</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {sheet.left_out.map(({ layer, handle, why }, i) => (
            <TableRow key={i}>
              <TableCell>{layer}</TableCell>
              <TableCell>{handle}</TableCell>
              <TableCell>{why}</TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {sheet.left_out_more > 0 && <Typography>And {sheet.left_out_more} more.</Typography>}
    </Panel>
  );
}
