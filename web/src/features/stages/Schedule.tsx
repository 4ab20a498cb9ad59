import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Finding, bearingOf } from "./Finding";
import { RowDrawing } from "./RowDrawing";
import type { Stage } from "./stages";

type Props = {
  job: Schemas["JobSheet"];
  sheet: Schemas["PierSchedule"];
  setUp: Schemas["SetUpSheet"];
  stage: Stage;
};

/** A row of piers: drawn to scale under the beam, pier by pier, and its cut list. */
export function Schedule({ job, sheet, setUp, stage }: Props) {
  return (
    <>
      <Panel title={`${sheet.name}, seen from the side`}>
        <RowDrawing sheet={sheet} setUp={setUp} />
      </Panel>
      <Panel title="Schedule">
        <Typography>
          Tubes {sheet.diameter.text} wide{sheet.bell && `, bell ${sheet.bell}`}. On them:{" "}
          {sheet.stack.join("; ") || "nothing"}.
          {sheet.concrete && (
            <>
              {" "}
              Concrete so far <strong>{sheet.concrete.text}</strong>.
            </>
          )}
        </Typography>
        <Box sx={{ overflowX: "auto" }}>
          <Table
            size="small"
            aria-label="Schedule of piers"
            sx={{ "& td": { whiteSpace: "nowrap", px: 1 }, "& th": { px: 1 } }}
          >
            <TableHead>
              <TableRow>
                <TableCell>Pier</TableCell>
                <TableCell align="right">Ground</TableCell>
                <TableCell align="right">Bottom</TableCell>
                <TableCell align="right">Depth</TableCell>
                <TableCell align="right">Top</TableCell>
                <TableCell align="right">Tube</TableCell>
                <TableCell align="right">Concrete</TableCell>
                <TableCell>Bears on</TableCell>
                {sheet.piers.some((pier) => pier.head) && <TableCell>Head</TableCell>}
              </TableRow>
            </TableHead>
            <TableBody>
              {sheet.piers.map((pier) => (
                <PierRow
                  key={pier.name}
                  pier={pier}
                  canRecord={job.can_record && stage === "dig"}
                  hasHeads={sheet.piers.some((one) => one.head)}
                />
              ))}
            </TableBody>
          </Table>
        </Box>
      </Panel>
      {(sheet.stocks.length > 0 || sheet.cut_problem) && <CutList sheet={sheet} />}
    </>
  );
}

type RowProps = { pier: Schemas["PierLine"]; canRecord: boolean; hasHeads: boolean };

function PierRow({ pier, canRecord, hasHeads }: RowProps) {
  return (
    <TableRow>
      <TableCell sx={{ fontWeight: 700 }}>{pier.name}</TableCell>
      <TableCell align="right">{pier.ground?.text ?? "not shot"}</TableCell>
      <TableCell align="right">{pier.bottom?.text ?? "not shot"}</TableCell>
      <TableCell align="right">{pier.depth?.text}</TableCell>
      <TableCell align="right" sx={{ fontWeight: 700 }}>
        {pier.top.text}
      </TableCell>
      <TableCell align="right" sx={{ fontWeight: 700 }}>
        {pier.tube?.text}
        {pier.problem && (
          <Box component="span" sx={{ color: "error.main", fontWeight: 400, whiteSpace: "normal" }}>
            {pier.problem}
          </Box>
        )}
      </TableCell>
      <TableCell align="right">{pier.concrete?.text}</TableCell>
      <TableCell>
        {canRecord && pier.bottom ? <Finding pier={pier} /> : bearingOf(pier) || "not said"}
      </TableCell>
      {hasHeads && <TableCell>{pier.head}</TableCell>}
    </TableRow>
  );
}

function CutList({ sheet }: { sheet: Schemas["PierSchedule"] }) {
  return (
    <Panel title="Cut list">
      {sheet.cut_problem && <Typography color="error">{sheet.cut_problem}</Typography>}
      <Stack component="ol" spacing={0.5} sx={{ m: 0, pl: 3 }}>
        {sheet.stocks.map((stock, i) => (
          <li key={i}>
            <strong>{stock.pieces.join(" + ")}</strong>, {stock.waste.text} left
          </li>
        ))}
      </Stack>
      {sheet.waste && (
        <Typography sx={{ mt: 1 }}>
          {sheet.stocks.length} {sheet.stocks.length === 1 ? "length" : "lengths"},{" "}
          {sheet.waste.text} of waste in all.
        </Typography>
      )}
    </Panel>
  );
}
