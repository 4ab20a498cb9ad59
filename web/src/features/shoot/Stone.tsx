import { Choose, useChosen } from "../../parts/Choose";
import { Needs } from "../../parts/Needs";
import { useJobSheet } from "../frame/useJobSheet";
import { ExtraPoint } from "./ExtraPoint";
import { Shoot, usePass } from "./Shoot";
import { Sheeting } from "./Sheeting";
import { stoneOf } from "./work";

/** Shoot the stone of a floor. */
export function Stone() {
  const job = useJobSheet();
  const chosen = useChosen(job);
  const { floor, setUp } = chosen;
  const [pass, keepPass] = usePass(job.id);
  if (!floor) return <Needs job={job} title="Shoot the stone" what="floor" />;
  if (!setUp) return <Needs job={job} title="Shoot the stone" what="set-up" />;
  return (
    <Shoot
      key={`${floor.id} ${setUp.id} ${pass}`}
      job={job}
      work={stoneOf(floor)}
      setUp={setUp}
      pass={pass}
      keepPass={keepPass}
      title={`Shoot the stone, ${floor.name}`}
      lead={`Stone should be at ${floor.sub_base.text}${floor.falls === "level" ? "" : `, falling ${floor.falls}`}; set-up ${setUp.number}, ${setUp.rod.name}`}
      choose={<Choose job={job} chosen={chosen} />}
      underPlan={
        <>
          <ExtraPoint floor={floor} />
          <Sheeting floor={floor} />
        </>
      }
    />
  );
}
