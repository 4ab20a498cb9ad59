import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { useMutation } from "@tanstack/react-query";
import { type ReactNode, useState } from "react";
import { newId, problemsOf } from "../../api/client";
import { forgetReadings } from "../../api/queries";
import { Problems } from "../../parts/Problems";

type Props<Answer> = {
  /** What the file is, on the button that chooses it. */
  choose: string;
  /** What becomes of it, on the button that sends it. */
  children: string;
  accept: string;
  send: (id: string, file: File) => Promise<Answer>;
  /** More to say about the file before it is sent. */
  about?: ReactNode;
  onSent?: (answer: Answer) => void;
};

type Chosen = { id: string; file: File };

/** Hands a file in: chosen, named, sent; it stays chosen when it is refused. */
export function FileForm<Answer>(props: Props<Answer>) {
  const [chosen, setChosen] = useState<Chosen>();
  const sending = useMutation({
    mutationFn: ({ id, file }: Chosen) => props.send(id, file),
    onSuccess: async (answer) => {
      setChosen(undefined);
      props.onSent?.(answer);
      await forgetReadings();
    },
  });
  const choose = (file: File | undefined) => {
    sending.reset();
    setChosen(file && { id: newId(), file });
  };
  return (
    <Stack spacing={1.5} sx={{ alignItems: "flex-start" }}>
      {props.about}
      <Stack direction="row" sx={{ gap: 1.5, flexWrap: "wrap", alignItems: "center" }}>
        <Button component="label" role={undefined} variant="outlined">
          {props.choose}
          <input
            type="file"
            hidden
            accept={props.accept}
            aria-label={props.choose}
            onChange={(event) => {
              choose(event.target.files?.[0]);
              event.target.value = "";
            }}
          />
        </Button>
        <Typography>{chosen ? chosen.file.name : "No file is chosen."}</Typography>
        {chosen && (
          <Button
            variant="contained"
            disabled={sending.isPending}
            onClick={() => sending.mutate(chosen)}
          >
            {props.children}
          </Button>
        )}
      </Stack>
      <Problems problems={problemsOf(sending.error)} />
    </Stack>
  );
}
