import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useInstrument } from "../../api/queries";
import { Loaded, Page, Panel } from "../../parts/Page";
import { TopBar } from "../frame/TopBar";
import { Dropped } from "./Dropped";
import { History, HistoryPlot } from "./History";
import { METHODS, methodsFor } from "./methods";
import { useCheckSite } from "./site";
import { TrustMark } from "./TrustMark";

/** One instrument: is it true, since when, and the ways of finding out. */
export function InstrumentPage() {
  const { job, instrument, site, base, setUnits } = useCheckSite();
  const query = useInstrument(instrument, site);
  return (
    <>
      {!job && <TopBar />}
      <Loaded query={query}>
        {(sheet) => (
          <Page
            title={sheet.instrument.name}
            lead={`${sheet.instrument.kind_text}, specified ${sheet.instrument.specification}`}
            action={setUnits && <Units value={site.units} onChange={setUnits} />}
          >
            <Stack direction={{ xs: "column", md: "row" }} spacing={2}>
              <Stack spacing={2} sx={{ flex: 1, minWidth: 0 }}>
                <Panel title="Is it true?">
                  <TrustMark trust={sheet.instrument.trust} size="1.6rem" />
                  <LastFound history={sheet} />
                  <HistoryPlot history={sheet} />
                </Panel>
                <History history={sheet} />
              </Stack>
              <Stack spacing={2} sx={{ flex: { md: "0 0 320px" } }}>
                <Panel title="Check it">
                  <Stack spacing={1}>
                    {methodsFor(sheet.instrument.kind).map((method) => (
                      <Button
                        key={method}
                        component={Link}
                        to={`${base}/${instrument}/${method}`}
                        variant="contained"
                        size="large"
                      >
                        {METHODS[method].name}
                      </Button>
                    ))}
                  </Stack>
                </Panel>
                <Dropped instrument={sheet.instrument} />
              </Stack>
            </Stack>
          </Page>
        )}
      </Loaded>
    </>
  );
}

function LastFound({ history }: { history: Schemas["InstrumentHistory"] }) {
  const last = history.checks[0];
  if (!last)
    return (
      <Typography>
        No check yet. Until there is one, its specification is taken on trust.
      </Typography>
    );
  return (
    <Typography>
      Last found: <strong>{last.says.slope}</strong>, ±{last.says.uncertainty}
      {last.says.direction && `; ${last.says.direction}`}
    </Typography>
  );
}

const UNITS = [
  ["ft-in/16", "Feet and inches"],
  ["ft", "Decimal feet"],
  ["m", "Meters"],
] as const;

function Units({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  return (
    <TextField
      select
      fullWidth={false}
      label="Figures in"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      sx={{ minWidth: 180 }}
    >
      {UNITS.map(([code, text]) => (
        <MenuItem key={code} value={code}>
          {text}
        </MenuItem>
      ))}
    </TextField>
  );
}
