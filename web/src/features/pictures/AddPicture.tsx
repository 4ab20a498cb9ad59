import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef } from "react";
import { type Schemas, api, newId, problemsOf, told } from "../../api/client";
import { Problems } from "../../parts/Problems";
import { scaled } from "./scaled";

type Kind = Schemas["PictureInputRequest"]["kind"];
type Props = { job: string; kind: Kind; about: string };

/** Takes a picture with the phone's camera, or a file; it waits with the rest while there is no line. */
export function AddPicture({ job, kind, about }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const client = useQueryClient();
  const add = useMutation({
    mutationFn: async (file: File) => {
      const taken_at = new Date().toISOString();
      const picture = await scaled(file);
      return told(
        api.POST("/api/v1/jobs/{job}/pictures", {
          params: { path: { job } },
          body: { id: newId(), kind, about, note: "", picture, taken_at },
        }),
      );
    },
    onSuccess: () => client.invalidateQueries({ queryKey: ["pictures", job] }),
  });
  return (
    <Stack spacing={0.5}>
      <input
        ref={input}
        type="file"
        accept="image/*"
        aria-label={`Picture of the ${kind}`}
        hidden
        onChange={({ target }) => {
          const file = target.files?.[0];
          if (file) add.mutate(file);
          target.value = "";
        }}
      />
      <Button size="small" loading={add.isPending} onClick={() => input.current?.click()}>
        Add a picture
      </Button>
      <Problems problems={problemsOf(add.error)} />
    </Stack>
  );
}
