import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useMutation } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { forgetReadings, useFloor } from "../../api/queries";
import { Problems } from "../../parts/Problems";
import { bodyOf, emptyElement } from "../elements";

type Props = { job: Schemas["JobSheet"]; floor: Schemas["FloorPlan"] };

/** The marks along a slab's edge as points of their own, each ticked where it stands. */
export function TickMarks({ job, floor }: Props) {
  const navigate = useNavigate();
  const typed = useFloor(floor.id).data?.typed;
  const put = useMutation({
    mutationFn: (spacing: string) => {
      const empty = emptyElement(job, "marks");
      const body = bodyOf({
        ...empty,
        id: newId(),
        level_from: "floor",
        reference: floor.id,
        shape: "floor",
        outline_of: floor.id,
        measures: { ...empty.measures, spacing },
      });
      return told(
        api.POST("/api/v1/jobs/{job}/elements", { params: { path: { job: job.id } }, body }),
      );
    },
    onSuccess: async () => {
      await forgetReadings();
      await navigate(`/jobs/${job.id}/marks/shoot`);
    },
  });
  if (!typed) return null;
  return (
    <Stack>
      <Button
        variant="contained"
        loading={put.isPending}
        onClick={() => put.mutate(typed.mark_spacing)}
      >
        Tick the marks as they are set
      </Button>
      <Problems problems={problemsOf(put.error)} />
    </Stack>
  );
}
