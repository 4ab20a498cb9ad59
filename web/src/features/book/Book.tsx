import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import useMediaQuery from "@mui/material/useMediaQuery";
import type { Theme } from "@mui/material/styles";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useBook } from "../../api/queries";
import { Choose, useChosen } from "../../parts/Choose";
import { Needs } from "../../parts/Needs";
import { Loaded, Page, Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { Figure } from "../../parts/Figure";
import { Download } from "../line";
import { useJobSheet } from "../frame/useJobSheet";
import { PhoneNotes } from "./PhoneNotes";
import { Remarks } from "./Remarks";

/** The level notes of a set-up, struck rows and all, with the sums that prove them. */
export function Book() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const { setUp } = chosen;
  const isPhone = useMediaQuery((theme: Theme) => theme.breakpoints.down("sm"));
  const query = useBook(setUp?.id ?? "");
  if (!setUp) return <Needs job={job} title="The book" what="set-up" />;
  return (
    <Page
      title={`The book, set-up ${setUp.number}`}
      lead={`${setUp.instrument}, ${setUp.rod.name}; ${shownTime(setUp.taken_at)}`}
      action={
        <Stack direction="row" spacing={1} sx={{ alignItems: "center" }}>
          <Choose job={job} chosen={chosen} withFloor={false} />
          <Button component={Link} to={`/jobs/${job.id}/runs`} variant="outlined">
            Runs
          </Button>
          <Download path={`/api/v1/set-ups/${setUp.id}/book.csv`} isMadeHere>
            CSV
          </Download>
        </Stack>
      }
    >
      <Loaded query={query}>
        {(book) => (
          <>
            <Panel>
              <Typography color="text.secondary" sx={{ mb: 1 }}>
                {book.style_text}
              </Typography>
              {isPhone ? <PhoneNotes rows={book.rows} /> : <Notes rows={book.rows} />}
            </Panel>
            <Sums sums={book.sums} isDown={setUp.rod.numbering === "down"} />
          </>
        )}
      </Loaded>
    </Page>
  );
}

const COLUMNS: readonly (readonly [string, keyof Schemas["BookRow"]])[] = [
  ["BS", "backsight"],
  ["IS", "intermediate"],
  ["FS", "foresight"],
  ["Rise", "rise"],
  ["Fall", "fall"],
  ["HI", "height_of_instrument"],
  ["Elevation", "elevation"],
];

/** The point's name stays in sight while the columns are drawn past it. */
const STUCK = { position: "sticky", left: 0, bgcolor: "background.paper" } as const;

function Notes({ rows }: { rows: readonly Schemas["BookRow"][] }) {
  return (
    <Box sx={{ overflowX: "auto" }}>
      <Table size="small" aria-label="Level notes">
        <TableHead>
          <TableRow>
            <TableCell sx={STUCK}>Point</TableCell>
            {COLUMNS.map(([name]) => (
              <TableCell key={name} align="right">
                {name}
              </TableCell>
            ))}
            <TableCell>Remarks</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {rows.map((row, i) => (
            <NoteRow key={row.shot || `${row.point} ${i}`} row={row} />
          ))}
        </TableBody>
      </Table>
    </Box>
  );
}

function NoteRow({ row }: { row: Schemas["BookRow"] }) {
  const isStruck = row.struck !== "";
  const cell = {
    whiteSpace: "nowrap",
    fontSize: "1rem",
    px: 1,
    ...(isStruck && { textDecoration: "line-through", color: "text.secondary" }),
  };
  return (
    <TableRow aria-label={isStruck ? `${row.point}, struck` : row.point}>
      <TableCell sx={{ ...cell, ...STUCK, fontWeight: 700 }}>{row.point}</TableCell>
      {COLUMNS.map(([name, key]) => (
        <TableCell key={name} align="right" sx={cell}>
          {row[key]}
        </TableCell>
      ))}
      <TableCell sx={{ minWidth: 200 }}>
        <Remarks row={row} />
      </TableCell>
    </TableRow>
  );
}

function Sums({ sums, isDown }: { sums: Schemas["BookSums"] | null; isDown: boolean }) {
  if (!sums)
    return (
      <Panel title="Arithmetic check">
        Nothing was read after the backsight yet; shoot a point and the sums stand here.
      </Panel>
    );
  return (
    <Panel
      title={sums.proves ? "Arithmetic check: it proves" : "Arithmetic check: it does NOT prove"}
    >
      <Stack sx={{ maxWidth: 560 }} spacing={0.5}>
        <Figure
          name={
            isDown
              ? `FS − BS (numbers grow down): ${sums.foresight} − ${sums.backsight}`
              : `BS − FS: ${sums.backsight} − ${sums.foresight}`
          }
          text={sums.backsight_less_foresight}
        />
        <Figure
          name={`Rises − falls: ${sums.rises} − ${sums.falls}`}
          text={sums.rises_less_falls}
        />
        <Figure name={`Last − first: ${sums.last} − ${sums.first}`} text={sums.last_less_first} />
      </Stack>
    </Panel>
  );
}
