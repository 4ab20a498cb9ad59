import Typography from "@mui/material/Typography";
import type { Schemas } from "../../api/client";
import { span, useNow } from "../../parts/time";

type Trust = Schemas["TrustSheet"];

const FINE: readonly Trust["state"][] = ["in-date", "needs-none"];

export function isTrusted(trust: Trust): boolean {
  return FINE.includes(trust.state);
}

/** Where an instrument stands with its checks, in words; color only helps. */
export function TrustMark({ trust, size = "1rem" }: { trust: Trust; size?: string }) {
  const now = useNow();
  const left = trust.due_at ? Date.parse(trust.due_at) - now : 0;
  const due =
    trust.state === "in-date"
      ? `, due in ${span(left)}`
      : trust.state === "due"
        ? `, ${span(left)} over`
        : "";
  return (
    <Typography
      sx={{ fontWeight: 700, fontSize: size, color: isTrusted(trust) ? "on" : "high" }}
      component="span"
    >
      {isTrusted(trust) ? "✓ " : "! "}
      {trust.text}
      {due}
    </Typography>
  );
}
