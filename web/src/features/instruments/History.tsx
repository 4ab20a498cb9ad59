import Box from "@mui/material/Box";
import Table from "@mui/material/Table";
import TableBody from "@mui/material/TableBody";
import TableCell from "@mui/material/TableCell";
import TableHead from "@mui/material/TableHead";
import TableRow from "@mui/material/TableRow";
import Typography from "@mui/material/Typography";
import { ChartsReferenceLine } from "@mui/x-charts/ChartsReferenceLine";
import { LineChart } from "@mui/x-charts/LineChart";
import type { Schemas } from "../../api/client";
import { Panel } from "../../parts/Page";
import { shownTime } from "../../parts/time";
import { usePalette } from "../../theme/theme";

type Props = { history: Schemas["InstrumentHistory"] };

const DAY = new Intl.DateTimeFormat("en-US", { month: "short", day: "numeric" });
/** What a phone has no column for stands under the day. */
const NARROW = { display: { xs: "block", sm: "none" }, fontWeight: 600 };
const WIDE = { display: { xs: "none", sm: "table-cell" } };
const VERDICTS = { pass: "pass", fail: "FAIL", inconclusive: "can't tell" } as const;

/** The slope each check found, over time, against the specification. */
export function HistoryPlot({ history }: Props) {
  const palette = usePalette();
  const checks = [...history.checks].reverse();
  if (checks.length < 2) return null;
  const highest = Math.max(
    history.specification_plotted,
    ...checks.map(({ says }) => says.plotted + says.uncertainty_plotted),
  );
  return (
    <Box role="img" aria-label={`Slope found by ${checks.length} checks, ${history.plot_unit}`}>
      <LineChart
        height={230}
        margin={{ left: 8, right: 24, top: 24, bottom: 4 }}
        skipAnimation
        hideLegend
        xAxis={[
          {
            scaleType: "point",
            data: checks.map((check) => Date.parse(check.made_at)),
            valueFormatter: (at: number) => DAY.format(new Date(at)),
          },
        ]}
        yAxis={[{ min: 0, max: highest * 1.15, label: history.plot_unit }]}
        series={[
          {
            data: checks.map(({ says }) => says.plotted),
            label: "slope found",
            color: palette.beam,
            curve: "linear",
            showMark: true,
            valueFormatter: (value) => `${value ?? ""} ${history.plot_unit}`,
          },
        ]}
      >
        <ChartsReferenceLine
          y={history.specification_plotted}
          label="specification"
          labelAlign="start"
          lineStyle={{ stroke: palette.text.primary, strokeDasharray: "6 4", strokeWidth: 2 }}
        />
      </LineChart>
    </Box>
  );
}

/** Every check and every knock, the latest first. */
export function History({ history }: Props) {
  const rows = [
    ...history.checks.map((check) => ({ at: check.made_at, check })),
    ...history.knocks.map((knock) => ({ at: knock.happened_at, knock })),
  ].sort((a, b) => b.at.localeCompare(a.at));
  if (!rows.length) return null;
  return (
    <Panel title="History">
      <Box sx={{ overflowX: "auto" }}>
        <Table size="small" aria-label="Checks and knocks">
          <TableHead>
            <TableRow>
              <TableCell>When</TableCell>
              <TableCell sx={WIDE}>What</TableCell>
              <TableCell align="right">Slope</TableCell>
              <TableCell>Verdict</TableCell>
              <TableCell sx={WIDE}>By</TableCell>
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row) =>
              "check" in row ? (
                <CheckRow key={row.check.id} check={row.check} />
              ) : (
                <KnockRow key={row.knock.id} knock={row.knock} />
              ),
            )}
          </TableBody>
        </Table>
      </Box>
    </Panel>
  );
}

function CheckRow({ check }: { check: Schemas["CheckRow"] }) {
  const { says } = check;
  return (
    <TableRow>
      <TableCell>
        {shownTime(check.made_at)}
        <Box component="span" sx={NARROW}>
          {check.method_text}
        </Box>
      </TableCell>
      <TableCell sx={WIDE}>{check.method_text}</TableCell>
      <TableCell align="right" sx={{ whiteSpace: "nowrap" }}>
        {says.slope}
      </TableCell>
      <TableCell sx={{ fontWeight: 700, color: says.verdict === "fail" ? "high" : "inherit" }}>
        {VERDICTS[says.verdict]}
      </TableCell>
      <TableCell sx={WIDE}>{check.made_by}</TableCell>
    </TableRow>
  );
}

function KnockRow({ knock }: { knock: Schemas["KnockRow"] }) {
  return (
    <TableRow>
      <TableCell>{shownTime(knock.happened_at)}</TableCell>
      <TableCell colSpan={3}>
        <Typography sx={{ fontWeight: 700 }}>
          {knock.is_away ? "Sent away" : "Dropped or knocked"}: {knock.note}
        </Typography>
      </TableCell>
      <TableCell sx={WIDE}>{knock.reported_by}</TableCell>
    </TableRow>
  );
}
