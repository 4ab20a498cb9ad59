import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import TextField from "@mui/material/TextField";
import Typography from "@mui/material/Typography";
import useMediaQuery from "@mui/material/useMediaQuery";
import type { Theme } from "@mui/material/styles";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { Loaded, Page, Panel } from "../../parts/Page";
import { Select } from "../../parts/Select";
import { useJobSheet } from "../frame/useJobSheet";
import { Download, OverTheLine } from "../line";
import { Day } from "./Day";
import { byDay } from "./days";

type Sheet = Schemas["HappenedSheet"];
type Kind = Sheet["kinds"][number];
type Wanted = { person: string; kind: Kind | ""; day: string; about: string; page: number };

const ALL: Wanted = { person: "", kind: "", day: "", about: "", page: 1 };
const KINDS: Record<Kind, string> = {
  change: "Changes",
  plan: "The plan begun",
  "set-up": "Set-ups and turning points",
  reading: "Readings",
  strike: "Strikes",
  check: "Re-reads, knocks, runs",
  finding: "What was found",
  pour: "Pours",
  notice: "Notices",
};

/** Every change and every record of a job, the last first. */
export function Happened() {
  const job = useJobSheet();
  const [search] = useSearchParams();
  const [wanted, want] = useState({ ...ALL, about: search.get("about") ?? "" });
  const query = useHappened(job.id, wanted);
  const asked = new URLSearchParams(
    Object.entries(queryOf(wanted)).map(([name, value]) => [name, String(value)]),
  );
  return (
    <Page
      title="What happened"
      lead="Every change and every record, the last first. Nobody can alter it."
    >
      <OverTheLine what="What happened">
        <Loaded query={query}>
          {(sheet) => (
            <Stack spacing={2}>
              <Filters job={job} sheet={sheet} wanted={wanted} want={want} />
              <Panel>
                {sheet.happened.length === 0 && <Typography>Nothing of that kind.</Typography>}
                {byDay(sheet.happened).map(([day, rows]) => (
                  <Day key={day} job={job.id} day={day} rows={rows} />
                ))}
              </Panel>
              <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
                {wanted.page > 1 && (
                  <Button
                    variant="outlined"
                    onClick={() => want({ ...wanted, page: wanted.page - 1 })}
                  >
                    Later
                  </Button>
                )}
                {sheet.is_more && (
                  <Button
                    variant="outlined"
                    onClick={() => want({ ...wanted, page: wanted.page + 1 })}
                  >
                    Earlier
                  </Button>
                )}
                <Download path={`/api/v1/jobs/${job.id}/happened.csv?${asked}`}>
                  As a table
                </Download>
              </Stack>
            </Stack>
          )}
        </Loaded>
      </OverTheLine>
    </Page>
  );
}

type FiltersProps = {
  job: Schemas["JobSheet"];
  sheet: Sheet;
  wanted: Wanted;
  want: (wanted: Wanted) => void;
};

function Filters({ job, sheet, wanted, want }: FiltersProps) {
  const parts = [...job.floors, ...job.elements.filter(({ kind }) => kind !== "free")];
  const isPhone = useMediaQuery((theme: Theme) => theme.breakpoints.down("sm"));
  const [isAsked, ask] = useState(false);
  const set = (changed: Partial<Wanted>) => {
    ask(true);
    want({ ...wanted, ...changed, page: 1 });
  };
  const isOfAll = !wanted.person && !wanted.kind && !wanted.day && !wanted.about;
  if (isPhone && isOfAll && !isAsked)
    return (
      <Button variant="outlined" sx={{ alignSelf: "flex-start" }} onClick={() => ask(true)}>
        Only some of it
      </Button>
    );
  return (
    <Stack direction={{ xs: "column", sm: "row" }} spacing={1}>
      <Stack sx={{ minWidth: 180 }}>
        <Select
          label="By"
          value={wanted.person}
          options={[
            ["", "Everybody"],
            ...sheet.people.map(({ id, name }) => [String(id), name] as const),
          ]}
          onChange={(person) => set({ person })}
        />
      </Stack>
      <Stack sx={{ minWidth: 220 }}>
        <Select<Kind | "">
          label="What"
          value={wanted.kind}
          options={[["", "Everything"], ...sheet.kinds.map((kind) => [kind, KINDS[kind]] as const)]}
          onChange={(kind) => set({ kind })}
        />
      </Stack>
      {parts.length > 0 && (
        <Stack sx={{ minWidth: 180 }}>
          <Select
            label="Of"
            value={parts.some(({ id }) => id === wanted.about) ? wanted.about : ""}
            options={[["", "The whole job"], ...parts.map(({ id, name }) => [id, name] as const)]}
            onChange={(about) => set({ about })}
          />
        </Stack>
      )}
      <TextField
        label="Day"
        type="date"
        value={wanted.day}
        sx={{ width: { sm: 200 } }}
        onChange={(event) => set({ day: event.target.value })}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    </Stack>
  );
}

/** What is asked of the server; a day is the day of who asks. */
function queryOf({ person, kind, day, about, page }: Wanted) {
  const since = day ? new Date(`${day}T00:00`) : undefined;
  const until = since && new Date(since.getFullYear(), since.getMonth(), since.getDate() + 1);
  return {
    ...(person ? { person: Number(person) } : {}),
    ...(kind ? { kind } : {}),
    ...(about ? { about } : {}),
    ...(since && until ? { since: since.toISOString(), until: until.toISOString() } : {}),
    page,
  };
}

function useHappened(job: string, wanted: Wanted) {
  return useQuery({
    queryKey: ["happened", job, wanted],
    queryFn: () =>
      told(
        api.GET("/api/v1/jobs/{job}/happened", {
          params: { path: { job }, query: queryOf(wanted) },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}
