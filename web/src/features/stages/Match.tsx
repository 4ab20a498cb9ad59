import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { useKept } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Entry, RecordButton, useForm } from "../../parts/form";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { ASKED, type Sight, sentence, sightFrom, sightOptions } from "../../parts/sights";
import { wayFrom, waysOf } from "../../parts/ways";
import { useSum } from "./useSum";

const SIDES = [
  ["above", "above it"],
  ["below", "below it"],
] as const;

/** A height already built, such as an old slab: read it, clamp, transfer. */
type Props = { job: Schemas["JobSheet"]; setUp: Schemas["SetUpSheet"] };

export function Match({ job, setUp }: Props) {
  const [kept] = useKept("way-first", job.usual.way);
  const sum = useSum(
    `match:${setUp.id}`,
    { reading: "", amount: "0", side: "above", sight: "standing" as string },
    ({ reading, amount, side, sight }) =>
      told(
        api.GET("/api/v1/set-ups/{set_up}/match", {
          params: {
            path: { set_up: setUp.id },
            query: {
              reading,
              amount,
              side: side === "below" ? "below" : "above",
              sight: sightFrom(sight, setUp.line.reads),
            },
          },
        }),
      ),
  );
  const sight = sightFrom(sum.values.sight, setUp.line.reads);
  const ways = sum.answer && waysOf(sum.answer.ways, setUp.known, wayFrom(kept));
  return (
    <Panel title="Match a height already built">
      <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
        <Stack sx={{ flex: "1 1 200px" }}>
          <Select
            label="How it is read"
            value={sight}
            options={sightOptions(setUp.line.reads)}
            onChange={(next) => sum.change("sight", next)}
          />
        </Stack>
        <Stack sx={{ flex: "1 1 200px" }}>
          <EntryField
            name="reading"
            label={`${sentence(ASKED[sight])} (${setUp.rod.graduation.label})`}
            value={sum.values.reading}
            onChange={(text) => sum.change("reading", text)}
            problems={sum.problems}
          />
        </Stack>
        <Stack sx={{ flex: "1 1 140px" }}>
          <EntryField
            name="amount"
            label="Set the new one"
            value={sum.values.amount}
            onChange={(text) => sum.change("amount", text)}
            problems={sum.problems}
          />
        </Stack>
        <Stack sx={{ flex: "1 1 140px" }}>
          <Select
            label="Which way"
            value={sum.values.side === "below" ? "below" : "above"}
            options={SIDES}
            onChange={(side) => sum.change("side", side)}
          />
        </Stack>
      </Stack>
      <Problems problems={sum.problems} fields={["reading", "amount"]} />
      {sum.answer && ways && (
        <Stack sx={{ mt: 1 }} aria-live="polite">
          <Typography>
            It is at {sum.answer.existing.text}; the new one at {sum.answer.target.text}.
          </Typography>
          <KeepMatch
            job={job}
            setUp={setUp}
            match={sum.answer}
            reading={sum.values.reading}
            sight={sight}
          />
          {ways.map((way, i) => (
            <Typography key={way.key} sx={{ fontSize: i === 0 ? "1.8rem" : "1rem" }}>
              {way.name} <strong>{way.says}</strong>
            </Typography>
          ))}
        </Stack>
      )}
    </Panel>
  );
}

/** A third key that follows from a draft's two, so that sending it twice is harmless. */
function keyBeside(id: string, partId: string): string {
  return partId.slice(0, 8) + id.slice(8);
}

type KeepProps = Props & { match: Schemas["Match"]; reading: string; sight: Sight };

/** Keeps what was matched: the height that was read, and the one that is to be set from it. */
function KeepMatch({ job, setUp, match, reading, sight }: KeepProps) {
  const form = useForm({
    draft: `keep-match:${setUp.id}`,
    initial: { name: "" },
    send: async ({ id, partId, name }, taken_at) => {
      const point = { x: "", y: "", group: null };
      const path = { params: { path: { job: job.id } } };
      const target =
        match.existing.metres === match.target.metres ? "" : `${match.target.metres} m`;
      const kept = await told(
        api.POST("/api/v1/jobs/{job}/free-points", {
          ...path,
          body: { ...point, id, name, target: "" },
        }),
      );
      const body = { id: partId, set_up: setUp.id, point: id, reading, sight, taken_at };
      await told(
        api.POST("/api/v1/shots", {
          body: { ...body, setting: "fine", first_typed: "", slip: "" },
        }),
      );
      if (target)
        await told(
          api.POST("/api/v1/jobs/{job}/free-points", {
            ...path,
            body: {
              ...point,
              id: keyBeside(id, partId),
              name: `${name}, to set`.slice(0, 40),
              target,
            },
          }),
        );
      return kept;
    },
  });
  if (!job.can_record) return null;
  return (
    <Stack component="form" noValidate onSubmit={form.submit} direction="row" spacing={1}>
      <Stack sx={{ flex: 1 }}>
        <Entry form={form} name="name" label="Name to keep it by" />
      </Stack>
      <RecordButton form={form} fields={["name"]}>
        Keep it
      </RecordButton>
    </Stack>
  );
}
