import Box from "@mui/material/Box";
import { useShown } from "./usePictures";

const SIDE = 72;

/** A picture, small; said in a word where only the server has it and there is no signal. */
export function SmallPicture({ id }: { id: string }) {
  const shown = useShown(id, "small");
  return (
    <Box
      component="span"
      sx={{
        display: "inline-grid",
        placeItems: "center",
        width: SIDE,
        height: SIDE,
        bgcolor: "slab",
        color: "text.primary",
        fontSize: "0.75rem",
        lineHeight: 1.2,
        overflow: "hidden",
      }}
    >
      {shown.data ? (
        <Box
          component="img"
          src={shown.data}
          alt=""
          sx={{ width: SIDE, height: SIDE, objectFit: "cover" }}
        />
      ) : (
        shown.isError && "needs a signal"
      )}
    </Box>
  );
}
