import Box from "@mui/material/Box";
import type { SxProps, Theme } from "@mui/material/styles";
import type { ReactNode } from "react";

type Props = {
  label: string;
  isInOrder?: boolean;
  height: number;
  sx?: SxProps<Theme>;
  children: ReactNode;
};

/**
 * A list each of whose rows is one key or link. A job has hundreds of them: they are plain
 * elements, styled once by the list, as one styled alone costs a slow phone a millisecond.
 */
export function Rows({ label, isInOrder, height, sx, children }: Props) {
  return (
    <Box
      component={isInOrder ? "ol" : "ul"}
      aria-label={label}
      sx={
        [
          {
            listStyle: "none",
            m: 0,
            p: 0,
            "& > li": { borderBottom: 1, borderColor: "divider" },
            "& > li > *": {
              display: "flex",
              alignItems: "center",
              width: "100%",
              minHeight: height,
              border: 0,
              background: "none",
              color: "text.primary",
              font: "inherit",
              textAlign: "left",
              textDecoration: "none",
              cursor: "pointer",
            },
            "& > li > *:hover": { bgcolor: "action.hover" },
            "& > li > *:focus-visible": {
              outline: 3,
              outlineColor: "text.primary",
              outlineOffset: -3,
            },
          },
          ...(Array.isArray(sx) ? (sx as SxProps<Theme>[]) : [sx]),
        ] as SxProps<Theme>
      }
    >
      {children}
    </Box>
  );
}
