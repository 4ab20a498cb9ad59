import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { type Schemas, api, told } from "../../api/client";
import { EntryField } from "../../parts/EntryField";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { useSum } from "./useSum";

type Props = { job: Schemas["JobSheet"] };

const MEASURED = [
  ["side", "One side"],
  ["far_side", "The side to slide"],
  ["first", "First diagonal"],
  ["second", "Second diagonal"],
] as const;

/** Square corners: from a 3-4-5, and proved by the diagonals. */
export function Square({ job }: Props) {
  return (
    <Panel title="Square corners">
      <Stack direction={{ xs: "column", lg: "row" }} spacing={3}>
        <Diagonals job={job} />
        <FirstCorner job={job} />
      </Stack>
    </Panel>
  );
}

function Diagonals({ job }: Props) {
  const sum = useSum(
    `square:${job.id}`,
    { side: "", far_side: "", first: "", second: "" },
    (body) =>
      told(api.POST("/api/v1/jobs/{job}/square", { params: { path: { job: job.id } }, body })),
  );
  return (
    <Stack spacing={1.5} sx={{ flex: 2 }}>
      <Typography variant="h3">By the diagonals, as measured</Typography>
      <Stack direction="row" sx={{ flexWrap: "wrap", gap: 1 }}>
        {MEASURED.map(([name, label]) => (
          <Stack key={name} sx={{ flex: "1 1 150px" }}>
            <EntryField
              name={name}
              label={label}
              value={sum.values[name]}
              onChange={(text) => sum.change(name, text)}
              problems={sum.problems}
            />
          </Stack>
        ))}
      </Stack>
      <Problems problems={sum.problems} fields={MEASURED.map(([name]) => name)} />
      {sum.answer && (
        <Typography aria-live="polite">
          <strong>
            {sum.answer.wrong_side ||
              (sum.answer.is_square
                ? "Square."
                : `Out of square: the diagonals differ by ${sum.answer.difference.text}.`)}
          </strong>{" "}
          {sum.answer.wrong_side ? "" : sum.answer.slide} Both should be {sum.answer.diagonal.text}.
        </Typography>
      )}
    </Stack>
  );
}

function FirstCorner({ job }: Props) {
  const unit = job.volume_unit === "m³" ? "1 m" : "1 ft";
  const sum = useSum(`triangle:${job.id}`, { multiple: unit }, (body) =>
    told(api.POST("/api/v1/jobs/{job}/triangle", { params: { path: { job: job.id } }, body })),
  );
  return (
    <Stack spacing={1.5} sx={{ flex: 1 }}>
      <Typography variant="h3">A first corner: 3-4-5</Typography>
      <EntryField
        name="multiple"
        label="Count it in"
        value={sum.values.multiple}
        onChange={(text) => sum.change("multiple", text)}
        problems={sum.problems}
      />
      {sum.answer && (
        <Typography>
          <strong>{sum.answer.leg.text}</strong> along one string,{" "}
          <strong>{sum.answer.other.text}</strong> along the other: square when it is{" "}
          <strong>{sum.answer.across.text}</strong> across.
        </Typography>
      )}
    </Stack>
  );
}
