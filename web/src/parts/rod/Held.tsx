import { type Sight, isTaped } from "../sights";
import { Rod, type RodProps } from "./Rod";
import { Tape } from "./Tape";

type Props = RodProps & { sight: Sight };

/** What is held on the point, the way it is held: the rod, the rod upside down, or a tape. */
export function Held({ sight, ...props }: Props) {
  if (!isTaped(sight)) return <Rod {...props} isUpsideDown={sight === "upside-down"} />;
  const { rod, beam, height = 320, width = 168, label } = props;
  return <Tape {...{ rod, height, width, label }} distance={beam} isUp={sight === "taped-up"} />;
}
