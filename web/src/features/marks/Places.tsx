import Box from "@mui/material/Box";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import type { Schemas } from "../../api/client";

/** Each place to mark, along its wall, with its distance from the instrument. */
export function Places({ places }: { places: readonly Schemas["WallMarkSheet"][] }) {
  return (
    <Box sx={{ flex: 2, overflowX: "auto" }}>
      <Table size="small" aria-label="Places to mark">
        <TableHead>
          <TableRow>
            <TableCell>Mark</TableCell>
            <TableCell>Where</TableCell>
            <TableCell align="right">From the instrument</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {places.map((place) => (
            <TableRow key={place.name}>
              <TableCell sx={{ fontWeight: 700 }}>{place.name}</TableCell>
              <TableCell>
                {place.is_corner
                  ? `corner ${place.wall}`
                  : `${place.along.text} along wall ${place.wall}`}
              </TableCell>
              <TableCell align="right">
                {place.distance.text}
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
