import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { useKept } from "../../parts/drafts";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { Select } from "../../parts/Select";
import { ASKED, sentence, sightFrom, sightOptions } from "../../parts/sights";
import { wayFrom, waysOf } from "../../parts/ways";
import { useSum } from "./useSum";

const SIDES = [
  ["above", "above it"],
  ["below", "below it"],
] as const;

/** A height already built, such as an old slab: read it, clamp, transfer. */
export function Match({ setUp }: { setUp: Schemas["SetUpSheet"] }) {
  const [kept] = useKept("way-first", "clamp");
  const sum = useSum(
    `match:${setUp.id}`,
    { reading: "", amount: "0", side: "above", sight: setUp.line.sight as string },
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
