import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import ToggleButton from "@mui/material/ToggleButton";
import Typography from "@mui/material/Typography";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { api, problemsOf, told } from "../../api/client";
import { Panel } from "../../parts/Page";
import { Problems } from "../../parts/Problems";
import { shownTime } from "../../parts/time";
import { SmallPicture, usePictures } from "../pictures";

type Props = { job: string; notice: string };

/** Which of the job's pictures the customer sees; each tap is kept at once. */
export function ChoosePictures({ job, notice }: Props) {
  const [isOpen, setOpen] = useState(false);
  const client = useQueryClient();
  const all = usePictures(job);
  const params = { path: { notice } };
  const chosen = useQuery({
    queryKey: ["notice-pictures", notice],
    queryFn: () => told(api.GET("/api/v1/notices/{notice}/pictures", { params })),
    enabled: isOpen,
  });
  const choose = useMutation({
    mutationFn: (pictures: string[]) =>
      told(api.PUT("/api/v1/notices/{notice}/pictures", { params, body: { pictures } })),
    onSuccess: (sheet) => client.setQueryData(["notice-pictures", notice], sheet),
  });
  if (!all.data?.pictures.length) return null;
  if (!isOpen)
    return (
      <Button sx={{ alignSelf: "start" }} onClick={() => setOpen(true)}>
        Show pictures in it
      </Button>
    );
  const shown = chosen.data?.pictures ?? [];
  return (
    <Stack spacing={1}>
      <Typography>The customer sees what is marked.</Typography>
      <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap" }}>
        {all.data.pictures.map(({ id, kind, by }) => (
          <ToggleButton
            key={id}
            value={id}
            selected={shown.includes(id)}
            disabled={choose.isPending || !chosen.data}
            aria-label={`Picture of a ${kind} by ${by}`}
            onChange={() =>
              choose.mutate(shown.includes(id) ? shown.filter((one) => one !== id) : [...shown, id])
            }
          >
            <SmallPicture id={id} />
          </ToggleButton>
        ))}
      </Stack>
      <Problems problems={problemsOf(choose.error)} />
    </Stack>
  );
}

/** The pictures a customer sees by the link; nothing where the crew chose none. */
export function ShownPictures({ token }: { token: string }) {
  const { data } = useQuery({
    queryKey: ["link-pictures", token],
    queryFn: () => told(api.GET("/api/v1/links/{token}/pictures", { params: { path: { token } } })),
    retry: false,
  });
  if (!data?.pictures.length) return null;
  return (
    <Panel title="Pictures">
      <Stack spacing={2}>
        {data.pictures.map(({ jpeg, note, at }) => (
          <Box component="figure" key={at + note} sx={{ m: 0 }}>
            <Box
              component="img"
              src={`data:image/jpeg;base64,${jpeg}`}
              alt={note || "Picture from the site"}
              sx={{ maxWidth: "100%", display: "block" }}
            />
            <figcaption>{[note, shownTime(at)].filter(Boolean).join(", ")}</figcaption>
          </Box>
        ))}
      </Stack>
    </Panel>
  );
}
