import Box from "@mui/material/Box";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import type { ReactNode } from "react";

type Props = { title: string; lead?: ReactNode; onBack?: () => void; children: ReactNode };

/** What stands beside the plan: a name, what it is, and the way back to everything. */
export function Side({ title, lead, onBack, children }: Props) {
  return (
    <Stack spacing={2} sx={{ p: 2 }}>
      <Box>
        {onBack && (
          <Button onClick={onBack} sx={{ px: 0, mt: -1 }}>
            ← Everything
          </Button>
        )}
        <Typography variant="h1">{title}</Typography>
        {lead && <Typography color="text.secondary">{lead}</Typography>}
      </Box>
      {children}
    </Stack>
  );
}
