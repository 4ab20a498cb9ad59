export { Rereads } from "./Rereads";
export { StandingBar } from "./StandingBar";
export { WayOut } from "./WayOut";
