import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import { memo } from "react";
import { useNavigate } from "react-router";
import type { Schemas } from "../../api/client";
import { keepDraft } from "../../parts/drafts";

type Props = {
  job: Schemas["JobSheet"];
  floor: Schemas["FloorPlan"];
  typed: Schemas["FloorTyped"];
  sheet: Schemas["OptionsSheet"];
};

const CHEAPEST = { bgcolor: "slab", borderLeft: 8, borderColor: "peg" };

/** The options side by side; a new level is accepted where every change of a level is. */
export const OptionTable = memo(function OptionTable({ job, floor, typed, sheet }: Props) {
  const navigate = useNavigate();
  const choose = (level: string) => {
    keepDraft(`floor:${job.id}:${floor.id}`, {
      ...typed,
      shape: "corners",
      length: "",
      width: "",
      notch_length: "",
      notch_width: "",
      level_from: "elevation",
      level,
    });
    void navigate(`/jobs/${job.id}/floors/${floor.id}`);
  };
  const cheapest = sheet.options.find((option) => option.way === sheet.cheapest);
  return (
    <>
      {cheapest && (
        <Typography sx={{ fontSize: "1.4rem", fontWeight: 700, mb: 1 }} aria-live="polite">
          Cheapest without a hold: {cheapest.name.toLowerCase()}, {cheapest.cost}
          {sheet.saving && `, ${sheet.saving} less than as it is`}
        </Typography>
      )}
      <Box sx={{ overflowX: "auto" }}>
        <Table size="small" aria-label="Options" sx={{ "& td": { verticalAlign: "top" } }}>
          <TableHead>
            <TableRow>
              <TableCell>Way</TableCell>
              <TableCell align="right">Concrete to order</TableCell>
              <TableCell align="right">Thinnest</TableCell>
              <TableCell align="right">Stone to buy, loose</TableCell>
              <TableCell align="right">Regraded</TableCell>
              <TableCell align="right">Cost</TableCell>
              <TableCell component="td" />
            </TableRow>
          </TableHead>
          <TableBody>
            {sheet.options.map((option) => (
              <TableRow key={option.way} sx={option === cheapest ? CHEAPEST : {}}>
                <TableCell>
                  <strong>{option.name}</strong>
                  {option.moves && <div>{option.moves}</div>}
                  {option.limit && <div>{option.limit}</div>}
                </TableCell>
                <TableCell align="right">
                  <strong>{option.order.text}</strong>
                  <div>{option.volume.text} in place</div>
                </TableCell>
                <TableCell align="right">
                  {option.thinnest.text}
                  {option.is_held && (
                    <Box component="strong" sx={{ color: "high", display: "block" }}>
                      THIN, a hold
                    </Box>
                  )}
                </TableCell>
                <TableCell align="right">{option.loose_stone.text}</TableCell>
                <TableCell align="right">{option.regraded.text}</TableCell>
                <TableCell align="right">
                  {option.cost ? <strong>{option.cost}</strong> : `lacks ${option.lacks}`}
                </TableCell>
                <TableCell align="right">
                  {option.level && job.can_plan && (
                    <Button variant="outlined" onClick={() => choose(option.level)}>
                      Choose it
                    </Button>
                  )}
                </TableCell>
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </Box>
    </>
  );
});
