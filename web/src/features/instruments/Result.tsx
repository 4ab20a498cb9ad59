import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";

type Says = Schemas["CheckSays"];

const HEADS = { pass: "PASS", fail: "FAIL", inconclusive: "CAN'T TELL" } as const;
const COLORS = { pass: "on", fail: "high", inconclusive: "text.primary" } as const;

/** What a check says: the verdict, gap and true error side by side, and the error at distances. */
export function Result({ says }: { says: Says }) {
  return (
    <Stack spacing={1.5} sx={{ borderTop: 2, pt: 1.5 }}>
      <Box>
        <Typography
          sx={{ fontSize: "2.4rem", fontWeight: 700, lineHeight: 1, color: COLORS[says.verdict] }}
        >
          {HEADS[says.verdict]}
        </Typography>
        <Typography>
          {says.verdict_text}: found {says.slope} ± {says.uncertainty}, specified{" "}
          {says.specification}
        </Typography>
        {says.settle && <Typography sx={{ fontWeight: 700 }}>{says.settle}</Typography>}
        {says.direction && <Compass says={says} />}
      </Box>
      {says.gap && (
        <Stack direction={says.is_gap_first ? "row" : "row-reverse"} sx={{ gap: 3 }}>
          <SideBySide name="Gap you see" amount={says.gap}>
            twice the error: taking it for the error errs on the safe side
          </SideBySide>
          <SideBySide name={`True error over ${says.base}`} amount={says.true_error}>
            what the beam is really out by
          </SideBySide>
        </Stack>
      )}
      <Table size="small" aria-label="The beam's error at distances">
        <TableBody>
          {says.errors.map(({ what, at, error }) => (
            <TableRow key={`${what} ${at}`}>
              <TableCell>
                {at}
                {what && ` (${what})`}
              </TableCell>
              <TableCell align="right" sx={{ fontWeight: 700 }}>
                {error}
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
    </Stack>
  );
}

type SideProps = { name: string; amount: string; children: string };

function SideBySide({ name, amount, children }: SideProps) {
  return (
    <Box sx={{ flex: 1 }}>
      <Typography color="text.secondary">{name}</Typography>
      <Typography sx={{ fontSize: "1.5rem", fontWeight: 700 }}>{amount}</Typography>
      <Typography variant="body2" color="text.secondary">
        {children}
      </Typography>
    </Box>
  );
}

/** Where the plane rises most, seen from above; the first axis points up the picture. */
function Compass({ says }: { says: Says }) {
  return (
    <Stack direction="row" spacing={1} sx={{ alignItems: "center" }}>
      <svg width={64} height={64} viewBox="-32 -32 64 64" aria-hidden>
        <circle r={29} fill="none" stroke="currentColor" strokeWidth={2} />
        <path d="M0 -29V-22" stroke="currentColor" strokeWidth={4} />
        <path
          d="M0 14V-16M-7 -8L0 -17L7 -8"
          fill="none"
          stroke="currentColor"
          strokeWidth={4}
          transform={`rotate(${says.direction_degrees ?? 0})`}
        />
      </svg>
      <Typography>{says.direction}</Typography>
    </Stack>
  );
}
