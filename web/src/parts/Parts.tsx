import Box from "@mui/material/Box";
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";
import type { ReactNode } from "react";
import { useSearchParams } from "react-router";

export type Part = { key: string; name: string; content: ReactNode };

/** A long screen in parts with names, one at a time; which one is open stands in the address. */
export function Parts({ label, parts }: { label: string; parts: readonly Part[] }) {
  const [search, setSearch] = useSearchParams();
  const asked = search.get("part") ?? "";
  const open = parts.find(({ key }) => key === asked) ?? parts[0];
  if (!open) return null;
  return (
    <>
      <Tabs
        value={open.key}
        onChange={(_, part: string) => setSearch({ part }, { replace: true })}
        aria-label={label}
        variant="scrollable"
        allowScrollButtonsMobile
        sx={{ displayPrint: "none", bgcolor: "background.paper" }}
      >
        {parts.map(({ key, name }) => (
          <Tab key={key} value={key} label={name} id={`part-${key}`} sx={{ minHeight: 48 }} />
        ))}
      </Tabs>
      <Box role="tabpanel" aria-labelledby={`part-${open.key}`}>
        {open.content}
      </Box>
    </>
  );
}
