import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useNavigate } from "react-router";
import { type Schemas, api, told } from "../../api/client";
import { RecordButton, useForm } from "../../parts/form";

type Props = {
  job: Schemas["JobSheet"];
  floor: Schemas["FloorPlan"];
  trigger: string;
  touched: readonly string[];
  covered: readonly string[];
};

/** What a trigger touches; once it is regraded, that alone is shot again. */
export function Regrade({ job, floor, trigger, touched, covered }: Props) {
  const navigate = useNavigate();
  const form = useForm({
    draft: `regrade:${floor.id}`,
    initial: { isOpen: false },
    send: ({ id }, graded_at) =>
      told(
        api.POST("/api/v1/floors/{floor}/regrades", {
          params: { path: { floor: floor.id } },
          body: { id, trigger, graded_at },
        }),
      ),
    onRecorded: () => navigate(`/jobs/${job.id}/stone`),
  });
  if (!touched.length)
    return covered.length ? <Typography sx={{ mt: 2 }}>{underSheeting(covered)}</Typography> : null;
  return (
    <Stack component="form" onSubmit={form.submit} spacing={1} sx={{ mt: 2 }}>
      <Typography>
        Over the trigger: <strong>{touched.join(", ")}</strong>. Once they are regraded, shoot them
        again; the other {floor.counts.points - touched.length} points stand.
        {covered.length > 0 && ` ${underSheeting(covered)}`}
      </Typography>
      {job.can_plan &&
        (form.values.isOpen ? (
          <Stack direction="row" spacing={1} sx={{ alignItems: "flex-start" }}>
            <RecordButton form={form} fields={[]}>
              They are regraded now
            </RecordButton>
            <Button onClick={() => form.change({ isOpen: false })}>Not yet</Button>
          </Stack>
        ) : (
          <Button
            variant="outlined"
            sx={{ alignSelf: "flex-start" }}
            onClick={() => form.change({ isOpen: true })}
          >
            Regrade these
          </Button>
        ))}
    </Stack>
  );
}

/** What can't be regraded any more. */
function underSheeting(covered: readonly string[]): string {
  return `Under the sheeting, and not regraded by any of these: ${covered.join(", ")}.`;
}
