import Box from "@mui/material/Box";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { FormEvent, ReactNode } from "react";
import { Emblem } from "../frame/Emblem";

type Props = { title: string; lead?: ReactNode; children: ReactNode };

/** A page for somebody who is not signed in yet: one thing to do. */
export function Door({ title, lead, children }: Props) {
  return (
    <>
      <Box
        component="header"
        sx={{ bgcolor: "rail", borderBottom: "6px solid", borderColor: "peg", px: 3, py: 1.5 }}
      >
        <Emblem />
      </Box>
      <Stack component="main" spacing={2.5} sx={{ p: { xs: 2, md: 6 }, maxWidth: 560 }}>
        <Typography variant="h1">{title}</Typography>
        {lead && <Typography>{lead}</Typography>}
        {children}
      </Stack>
    </>
  );
}

/** A form's fields, one under another. */
export function Fields(props: { onSubmit: (event: FormEvent) => void; children: ReactNode }) {
  return <Stack component="form" spacing={2} noValidate {...props} />;
}
