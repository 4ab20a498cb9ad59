export { Pour } from "./Pour";
export { Pours } from "./Pours";
export { Verdict } from "./Verdict";
