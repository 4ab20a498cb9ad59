import Box from "@mui/material/Box";
import type { Schemas } from "../api/client";

/** A value on the rod's own scale, and in the job's style where that differs. */
export function Both({ value }: { value: Schemas["BothTexts"] }) {
  return (
    <>
      <Box component="span" sx={{ whiteSpace: "nowrap" }}>
        {value.rod}
      </Box>
      {value.job && (
        <Box
          component="span"
          sx={{
            whiteSpace: "nowrap",
            color: "text.secondary",
            fontSize: "0.72em",
            fontWeight: 500,
          }}
        >
          {" "}
          = {value.job}
        </Box>
      )}
    </>
  );
}
