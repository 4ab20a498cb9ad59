import Alert from "@mui/material/Alert";
import Button from "@mui/material/Button";
import Stack from "@mui/material/Stack";
import Typography from "@mui/material/Typography";
import { Link } from "react-router";
import type { Schemas } from "../../api/client";
import { useBackup } from "../../api/queries";
import { OnThisPhone, OverTheLine } from "../line";
import { BringJobIn } from "../records";

/** What stands below the day: shown with it, so that nothing moves away from a finger. */
export function Below({ crews }: { crews: Schemas["SessionSheet"]["crews"] }) {
  return (
    <>
      <Stack direction="row" spacing={1} useFlexGap sx={{ flexWrap: "wrap" }}>
        {crews.flatMap((crew) => [
          <Button key={crew.id} component={Link} to={`/gear/${crew.id}`} variant="outlined">
            Gear of {crew.name}
          </Button>,
          <Button
            key={`people ${crew.id}`}
            component={Link}
            to={`/people/${crew.id}`}
            variant="outlined"
          >
            People of {crew.name}
          </Button>,
          <Button
            key={`practiced ${crew.id}`}
            component={Link}
            to={`/practiced/${crew.id}`}
            variant="outlined"
          >
            Practice in {crew.name}
          </Button>,
        ])}
        <Button component={Link} to="/account" variant="outlined">
          Your account
        </Button>
        <OnThisPhone />
      </Stack>
      <OverTheLine what="Bringing a job in">
        {crews
          .filter((crew) => crew.can_plan)
          .map((crew) => (
            <BringJobIn key={crew.id} crew={crew.id} name={crew.name} />
          ))}
      </OverTheLine>
      <Backup isOwner={crews.some((crew) => crew.role === "Owner")} />
    </>
  );
}

/** Whether all this would survive its server; said to who would lose it. */
function Backup({ isOwner }: { isOwner: boolean }) {
  const { data } = useBackup(isOwner);
  if (!data) return null;
  if (!data.is_late) return <Typography color="text.secondary">{data.says}</Typography>;
  return <Alert severity="warning">{data.says}</Alert>;
}
