import Box from "@mui/material/Box";
import { useEffect, useState } from "react";

type Props = { address: string; label: string; side?: number };

/** A small square code of an address, for a phone to open; drawn here, asked of nobody. */
export function Code({ address, label, side = 96 }: Props) {
  const [drawn, setDrawn] = useState<{ path: string; modules: number }>();
  useEffect(() => {
    let isOver = false;
    void import("qrcode-generator").then(({ default: code }) => {
      const made = code(0, "M");
      made.addData(address);
      made.make();
      const modules = made.getModuleCount();
      const dark = Array.from({ length: modules * modules }, (_, i) => {
        const [row, column] = [Math.floor(i / modules), i % modules];
        return made.isDark(row, column) ? `M${column + QUIET} ${row + QUIET}h1v1h-1z` : "";
      });
      if (!isOver) setDrawn({ path: dark.join(""), modules });
    });
    return () => {
      isOver = true;
    };
  }, [address]);
  if (!drawn) return null;
  const whole = drawn.modules + 2 * QUIET;
  return (
    <Box
      component="svg"
      role="img"
      aria-label={label}
      data-address={address}
      viewBox={`0 0 ${whole} ${whole}`}
      shapeRendering="crispEdges"
      sx={{ width: side, height: side, bgcolor: "#fff", flexShrink: 0 }}
    >
      <path d={drawn.path} fill="#000" />
    </Box>
  );
}

/** The empty margin that readers need, in modules. */
const QUIET = 4;
