import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import { useState } from "react";
import type { Schemas } from "../../api/client";
import { AddPicture } from "./AddPicture";
import { LargePicture } from "./LargePicture";
import { SmallPicture } from "./SmallPicture";
import { usePictures } from "./usePictures";

type Kind = Schemas["PictureInputRequest"]["kind"];
type Props = { job: string; kind: Kind; about: string };

/** The pictures of one thing, small in place and large on a tap, and a way to add one. */
export function Pictures({ job, kind, about }: Props) {
  const [shown, show] = useState<Schemas["PictureRow"]>();
  const { data } = usePictures(job);
  if (!data) return null;
  const own = data.pictures.filter((one) => one.kind === kind && one.about === about);
  if (own.length === 0 && !data.can_record) return null;
  return (
    <Stack direction="row" sx={{ gap: 1, flexWrap: "wrap", alignItems: "center" }}>
      {own.map((one) => (
        <Box
          key={one.id}
          component="button"
          type="button"
          onClick={() => show(one)}
          aria-label={`Picture by ${one.by}${one.note ? `: ${one.note}` : ""}`}
          sx={{ p: 0, border: 2, borderColor: "divider", bgcolor: "transparent", lineHeight: 0 }}
        >
          <SmallPicture id={one.id} />
        </Box>
      ))}
      {data.can_record && <AddPicture job={job} kind={kind} about={about} />}
      {shown && <LargePicture picture={shown} onClose={() => show(undefined)} />}
    </Stack>
  );
}
