import Box from "@mui/material/Box";
import CircularProgress from "@mui/material/CircularProgress";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { UseQueryResult } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { Refused, problemsOf } from "../api/client";
import { NotThere } from "./Lost";
import { Problems } from "./Problems";

type PageProps = { title: string; lead?: ReactNode; action?: ReactNode; children: ReactNode };

/** A screen: what it is, one thing to do, and its content. */
export function Page({ title, lead, action, children }: PageProps) {
  return (
    <Stack spacing={{ xs: 2, md: 1.5 }} sx={{ px: { xs: 1.5, md: 3 }, py: { xs: 1.5, md: 2 } }}>
      <Stack direction="row" sx={{ alignItems: "flex-start", gap: 2, flexWrap: "wrap" }}>
        <Box sx={{ flex: "1 1 320px" }}>
          <Typography variant="h1">{title}</Typography>
          {lead && <Typography color="text.secondary">{lead}</Typography>}
        </Box>
        {action}
      </Stack>
      {children}
    </Stack>
  );
}

/** A list with nothing in it says what to do. */
export function Empty({ children, action }: { children: ReactNode; action?: ReactNode }) {
  return (
    <Stack
      spacing={2}
      sx={{ p: 3, border: "2px dashed", borderColor: "divider", alignItems: "flex-start" }}
    >
      <Typography>{children}</Typography>
      {action}
    </Stack>
  );
}

const NOT_FOUND = 404;

type LoadedProps<Data> = {
  query: UseQueryResult<Data>;
  /** Whether it is opened by a link that was sent to somebody: what became of it is told. */
  isLink?: boolean;
  children: (data: Data) => ReactNode;
};

/** Show what a query gives, a turning wheel before, and the refusal where it failed. */
export function Loaded<Data>({ query, isLink = false, children }: LoadedProps<Data>) {
  if (query.data !== undefined) return children(query.data);
  const isAbsent = query.error instanceof Refused && query.error.status === NOT_FOUND;
  if (isAbsent && !isLink) return <NotThere />;
  if (query.error)
    return (
      <Box sx={{ p: 3 }}>
        <Problems problems={problemsOf(query.error)} />
      </Box>
    );
  return (
    <Box sx={{ p: 4 }}>
      <CircularProgress aria-label="Loading" />
    </Box>
  );
}

/** A titled part of a screen. */
export function Panel({ title, children }: { title?: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      sx={{ bgcolor: "background.paper", p: 2, borderTop: 3, borderColor: "text.primary" }}
    >
      {title && (
        <Typography variant="h2" sx={{ mb: 1.5 }}>
          {title}
        </Typography>
      )}
      {children}
    </Box>
  );
}
