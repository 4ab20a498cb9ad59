import Button from "@mui/material/Button";
import type { View } from "./useView";

const SQUARE = { minWidth: 48, p: 0, fontSize: "1.4rem", bgcolor: "background.paper" };

/** Nearer, farther, and all of it again. */
export function ZoomButtons({ view }: { view: View }) {
  return (
    <>
      <Button variant="outlined" sx={SQUARE} aria-label="Nearer" onClick={() => view.zoom(1)}>
        +
      </Button>
      {view.isZoomed && (
        <>
          <Button variant="outlined" sx={SQUARE} aria-label="Farther" onClick={() => view.zoom(-1)}>
            −
          </Button>
          <Button
            variant="outlined"
            sx={{ ...SQUARE, fontSize: "1rem" }}
            aria-label="The whole plan"
            onClick={() => view.zoom(0)}
          >
            All
          </Button>
        </>
      )}
    </>
  );
}
