import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { useParams } from "react-router";
import { type Problem, api, problemsOf, told } from "../api/client";
import { EntryField, inWords } from "./EntryField";
import { Problems } from "./Problems";

type Corner = { x: string; y: string };

type Props = {
  /** Where the corners stand in their form. */
  name: string;
  corners: readonly Corner[];
  least?: number;
  /** What one of them is called. */
  what?: "corner" | "place";
  problems: readonly Problem[];
  onChange: (corners: Corner[]) => void;
};

/** Corners or places in order, typed one by one or read from a table. */
export function CornerFields({ name, corners, least = 0, what = "corner", ...rest }: Props) {
  const { problems, onChange } = rest;
  const put = (index: number, part: Partial<Corner>) =>
    onChange(corners.map((corner, i) => (i === index ? { ...corner, ...part } : corner)));
  const whole = problems.filter((problem) => problem.field === name);
  return (
    <Stack spacing={1.5}>
      <Typography color="text.secondary">
        Each {what} in order, to the right and away from the job&apos;s first corner.
      </Typography>
      {corners.map((corner, i) => (
        <Stack key={i} direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
          <EntryField
            name={`${name}.${i}.x`}
            label={`${i + 1}: right`}
            value={corner.x}
            onChange={(x) => put(i, { x })}
            problems={problems}
          />
          <EntryField
            name={`${name}.${i}.y`}
            label={`${i + 1}: away`}
            value={corner.y}
            onChange={(y) => put(i, { y })}
            problems={problems}
          />
          <Button
            aria-label={`Remove ${what} ${i + 1}`}
            disabled={corners.length <= least}
            onClick={() => onChange(corners.filter((_, j) => j !== i))}
          >
            Remove
          </Button>
        </Stack>
      ))}
      {whole.length > 0 && (
        <Typography color="error" role="alert">
          {whole.map(inWords).join(" ")}
        </Typography>
      )}
      <Stack direction="row" spacing={1} sx={{ flexWrap: "wrap", rowGap: 1 }}>
        <Button variant="outlined" onClick={() => onChange([...corners, { x: "", y: "" }])}>
          Add a {what}
        </Button>
        <FromTable onRead={onChange} />
      </Stack>
    </Stack>
  );
}

/** Reads corners from a CSV file: all of them, or none and why. */
function FromTable({ onRead }: { onRead: (corners: Corner[]) => void }) {
  const { job = "" } = useParams();
  const read = useMutation({
    mutationFn: async (file: File) =>
      told(
        api.POST("/api/v1/jobs/{job}/corners", {
          params: { path: { job } },
          body: { table: base64(new Uint8Array(await file.arrayBuffer())) },
        }),
      ),
    onSuccess: ({ corners }) => onRead(corners),
  });
  return (
    <Stack spacing={1}>
      <Button component="label" role={undefined} variant="outlined" loading={read.isPending}>
        Corners from a CSV file
        <input
          type="file"
          accept=".csv,.txt,text/csv"
          hidden
          aria-label="Corners from a CSV file"
          onChange={(event) => {
            const file = event.target.files?.[0];
            event.target.value = "";
            if (file) read.mutate(file);
          }}
        />
      </Button>
      <Problems problems={problemsOf(read.error)} />
    </Stack>
  );
}

function base64(bytes: Uint8Array): string {
  return btoa(Array.from(bytes, (byte) => String.fromCharCode(byte)).join(""));
}
