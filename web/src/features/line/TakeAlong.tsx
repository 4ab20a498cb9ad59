import Button from "@mui/material/Button";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { takeAlong } from "../../phone/live";
import { useLine } from "../../phone/line";
import { usePhoneState } from "./usePhone";

type Props = { id: string; name: string; crew_id: string };

/** Takes a job along without opening it, for the day ahead. */
export function TakeAlong({ id, name, crew_id: crew }: Props) {
  const isReady = usePhoneState() === "ready";
  const isOnLine = useLine() === "good";
  const client = useQueryClient();
  const take = useMutation({
    mutationFn: () => takeAlong({ job: id, crew, name }),
    onSuccess: () => client.invalidateQueries({ queryKey: ["taken"] }),
  });
  if (!isReady || !isOnLine) return null;
  return (
    <Button
      onClick={() => take.mutate()}
      loading={take.isPending}
      aria-label={`Take ${name} along`}
      sx={{ bgcolor: "background.paper", borderRadius: 0, borderLeft: 1, borderColor: "divider" }}
    >
      Take along
    </Button>
  );
}
