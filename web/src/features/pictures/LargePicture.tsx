import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import Typography from "@mui/material/Typography";
import { type Schemas, problemsOf } from "../../api/client";
import { Problems } from "../../parts/Problems";
import { shownTime } from "../../parts/time";
import { useShown } from "./usePictures";

type Props = { picture: Schemas["PictureRow"]; onClose: () => void };

/** A picture, whole, with who took it and when. */
export function LargePicture({ picture, onClose }: Props) {
  const shown = useShown(picture.id, "large");
  return (
    <Dialog open onClose={onClose} maxWidth="lg" aria-label="Picture">
      <DialogContent sx={{ p: 1 }}>
        <Problems problems={problemsOf(shown.error)} />
        {shown.data && (
          <Box
            component="img"
            src={shown.data}
            alt={picture.note || `Picture of a ${picture.kind}`}
            sx={{ maxWidth: "100%", maxHeight: "75vh", display: "block" }}
          />
        )}
        <Typography sx={{ mt: 1 }}>
          {[picture.note, picture.by, shownTime(picture.at)].filter(Boolean).join(", ")}
        </Typography>
      </DialogContent>
      <DialogActions>
        <Button variant="contained" onClick={onClose}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
