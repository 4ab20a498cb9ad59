import Box from "@mui/material/Box";
import type { SxProps } from "@mui/material/styles";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import type { ReactNode } from "react";
import { useDelayed } from "./delayed";

const PAUSE = 120;

type Options = { pause?: number; enabled?: boolean };

/**
 * What is being typed gives so far, worked out by the server once typing rests for a moment.
 *
 * The last answer stays until the next is there, and `isOld` says that it is of other digits.
 */
export function usePreview<Body, Answer>(
  key: readonly unknown[],
  typed: Body,
  ask: (body: Body) => Promise<Answer>,
  { pause = PAUSE, enabled = true }: Options = {},
) {
  const now = JSON.stringify(typed);
  const asked = useDelayed(now, pause);
  const preview = useQuery<Answer>({
    queryKey: [...key, asked],
    queryFn: () => ask(JSON.parse(asked) as Body),
    enabled,
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  return { ...preview, isOld: enabled && (preview.isPlaceholderData || asked !== now) };
}

type AnswerProps = { isOld: boolean; sx?: SxProps; children: ReactNode };

/** An answer; grayed while it is still the one to what was typed before. */
export function Grayed({ isOld, sx, children }: AnswerProps) {
  return (
    <Box aria-busy={isOld} sx={[{ opacity: isOld ? 0.45 : 1 }, ...(Array.isArray(sx) ? sx : [sx])]}>
      {children}
    </Box>
  );
}
