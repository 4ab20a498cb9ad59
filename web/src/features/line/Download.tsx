import Button, { type ButtonProps } from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import type { ReactNode } from "react";
import { useMutation } from "@tanstack/react-query";
import { problemsOf, told } from "../../api/client";
import { IS_PRACTICE } from "../../api/place";
import { Problems } from "../../parts/Problems";
import { useLine } from "../../phone/line";
import { routed } from "../../phone/route";
import { usePhoneState } from "./usePhone";

type Props = {
  /** The address of the file, under the API. */
  path: string;
  children: ReactNode;
  /** Whether this phone can make it by itself. */
  isMadeHere?: boolean;
  /** Whether the server may say why there is none, which is told below. */
  mayBeRefused?: boolean;
} & Pick<ButtonProps, "sx" | "variant">;

/** A file to keep: made by this phone where it can be, else by the server, which needs a line. */
export function Download(props: Props) {
  const { path, children, isMadeHere = false, mayBeRefused = false, ...looks } = props;
  const line = useLine();
  const state = usePhoneState();
  const save = useMutation({ mutationFn: () => saved(path) });
  const button = { variant: "outlined", ...looks } as const;
  const isHere = isMadeHere && (IS_PRACTICE || state === "ready" || line === "none");
  if (isHere || (mayBeRefused && !IS_PRACTICE && line !== "none"))
    return (
      <Stack spacing={1}>
        <Button {...button} onClick={() => save.mutate()} loading={save.isPending}>
          {children}
        </Button>
        <Problems problems={problemsOf(save.error)} />
      </Stack>
    );
  if (IS_PRACTICE || line === "none")
    return (
      <Button {...button} disabled>
        {children}, {IS_PRACTICE ? "not in practice" : "needs a signal"}
      </Button>
    );
  return (
    <Button {...button} component="a" href={path} download>
      {children}
    </Button>
  );
}

/** Fetch a file and hand it to the browser to keep. */
async function saved(path: string): Promise<boolean> {
  const response = await routed(new Request(path));
  const error: unknown = response.ok ? undefined : await response.json();
  await told(Promise.resolve({ response, error, ...(response.ok ? { data: true } : {}) }));
  const disposition = response.headers.get("Content-Disposition") ?? "";
  const link = document.createElement("a");
  link.href = URL.createObjectURL(await response.blob());
  link.download = /filename="([^"]+)"/.exec(disposition)?.[1] ?? "file";
  link.click();
  URL.revokeObjectURL(link.href);
  return true;
}
