export { Pour } from "./Pour";
export { Pours } from "./Pours";
