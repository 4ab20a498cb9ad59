import Box from "@mui/material/Box";
import ButtonBase from "@mui/material/ButtonBase";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { KINDS, KIND_KEYS } from "../../parts/kinds";
import { KindMark } from "./KindMark";
import { Side } from "./Side";

/** What can be put on the plan, each with what it is for. */
export function AddTo({ job, onBack }: { job: Schemas["JobSheet"]; onBack: () => void }) {
  const kinds = [
    {
      key: "floor" as const,
      to: "floors/new",
      name: "Floor",
      lead: "Outline, finished level, thickness; its stone and its points follow.",
    },
    ...KIND_KEYS.map((key) => ({ key, to: `elements/new/${key}`, ...KINDS[key] })),
  ];
  return (
    <Side title="Add to the plan" onBack={onBack}>
      <Box component="ul" aria-label="Kinds" sx={{ m: 0, p: 0, listStyle: "none" }}>
        {kinds.map(({ key, to, name, lead }) => (
          <Box component="li" key={key} sx={{ borderBottom: 1, borderColor: "divider" }}>
            <ButtonBase
              component={Link}
              to={`/jobs/${job.id}/${to}`}
              sx={{
                width: "100%",
                minHeight: 64,
                gap: 1.5,
                py: 0.75,
                justifyContent: "flex-start",
              }}
            >
              <KindMark kind={key} />
              <Box sx={{ textAlign: "left" }}>
                <Typography sx={{ fontWeight: 700, lineHeight: 1.2 }}>{name}</Typography>
                <Typography variant="body2" color="text.secondary">
                  {lead}
                </Typography>
              </Box>
            </ButtonBase>
          </Box>
        ))}
      </Box>
    </Side>
  );
}
