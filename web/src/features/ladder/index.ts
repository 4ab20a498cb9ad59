export { LadderScreen } from "./LadderScreen";
