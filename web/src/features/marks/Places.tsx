import Box from "@mui/material/Box";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import type { Schemas } from "../../api/client";
import { Both } from "../../parts/BothTexts";

type Props = {
  places: readonly Schemas["PlaceSheet"][];
  /** Whether the heights differ from place to place. */
  isFalling: boolean;
  /** Whether the crew marks a level line and drops from it, rather than each at its own height. */
  isByLine: boolean;
};

const DROP = "Down from the level line";

function Drop({ text }: { text: string }) {
  return (
    <TableCell align="right" sx={{ fontWeight: 700 }}>
      {text}
    </TableCell>
  );
}

/** Each place to mark, with its distance; on a fall also its own height and the drop to it. */
export function Places({ places, isFalling, isByLine }: Props) {
  const isSaid = new Set(places.map((place) => place.where)).size > 1;
  return (
    <Box sx={{ flex: isFalling ? 3 : 2, overflowX: "auto" }}>
      <Table size="small" aria-label="Places to mark">
        <TableHead>
          <TableRow>
            <TableCell>Mark</TableCell>
            {isSaid && <TableCell>Where</TableCell>}
            {isFalling && (
              <>
                {isByLine && <TableCell align="right">{DROP}</TableCell>}
                <TableCell align="right">Clamp at</TableCell>
                {!isByLine && <TableCell align="right">{DROP}</TableCell>}
              </>
            )}
            <TableCell align="right">From the instrument</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {places.map((place) => (
            <TableRow key={place.name + place.where}>
              <TableCell sx={{ fontWeight: 700 }}>{place.name}</TableCell>
              {isSaid && <TableCell>{place.where}</TableCell>}
              {isFalling && (
                <>
                  {isByLine && <Drop text={place.drop} />}
                  <TableCell align="right" sx={{ fontWeight: 700 }}>
                    {place.clamp ? <Both value={place.clamp} /> : "tape it"}
                  </TableCell>
                  {!isByLine && <Drop text={place.drop} />}
                </>
              )}
              <TableCell align="right">
                {place.distance?.text ?? "not placed"}
                {place.obstacle && (
                  <Box sx={{ color: "error.main" }}>
                    {place.obstacle.why} {place.obstacle.ways_out.join(" ")}
                  </Box>
                )}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}
