export { NewSetUp } from "./NewSetUp";
export { SetUps } from "./SetUps";
export { WhereToStand } from "./WhereToStand";
