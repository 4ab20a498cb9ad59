import Box from "@mui/material/Box";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";

/** The string over the ground that was shot, and each board and stake under it. */
export function Boards({ sheet }: { sheet: Schemas["BoardsSheet"] }) {
  if (!sheet.string)
    return (
      <Panel title="String, boards and stakes">
        Shoot the ground at the corners; the string&apos;s level follows from the highest.
      </Panel>
    );
  return (
    <Panel title="String, boards and stakes">
      <Typography sx={{ fontSize: "2.2rem", fontWeight: 700, lineHeight: 1.1 }}>
        String at {sheet.string.text}
      </Typography>
      <Typography sx={{ mb: 1 }}>
        Corner {sheet.highest} is highest, corner {sheet.lowest} lowest, {sheet.difference?.text}{" "}
        between them.
        {sheet.left > 0 && ` ${sheet.left} corners are still to be shot.`}
      </Typography>
      <Box sx={{ overflowX: "auto" }}>
        <Table
          size="small"
          aria-label="Boards at the corners"
          sx={{ "& td, & th": { px: { xs: 0.75, md: 2 } } }}
        >
          <TableHead>
            <TableRow>
              <TableCell>Corner</TableCell>
              <TableCell align="right">Ground</TableCell>
              <TableCell align="right">String here</TableCell>
              <TableCell align="right">Board above ground</TableCell>
              <TableCell align="right">Stakes</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {sheet.boards.map((board) => (
              <TableRow key={board.corner}>
                <TableCell sx={{ fontWeight: 700 }}>{board.corner}</TableCell>
                <TableCell align="right">{board.ground.text}</TableCell>
                <TableCell align="right">
                  {board.string.text}
                  {board.stepped && <strong> {board.stepped}</strong>}
                </TableCell>
                <TableCell align="right" sx={{ fontWeight: 700 }}>
                  {board.height.text}
                </TableCell>
                <TableCell align="right">{board.stake.text}</TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
      {sheet.strings.map((line) => (
        <Typography key={line.corners} sx={{ mt: 1 }}>
          <strong>String {line.corners} steps</strong>:{" "}
          {line.stretches
            .map(
              (one) =>
                `${one.string.text} from ${one.start.text} to ${one.end.text}` +
                (one.boards ? `, there two boards ${one.boards}` : ""),
            )
            .join("; ")}
          .
        </Typography>
      ))}
      {sheet.diagonals.length === 2 && (
        <Typography sx={{ mt: 1 }}>
          Diagonals by the plan: 1 to 3 {sheet.diagonals[0]?.text}, 2 to 4{" "}
          {sheet.diagonals[1]?.text}.
        </Typography>
      )}
    </Panel>
  );
}
