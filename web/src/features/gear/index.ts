export { Gear } from "./Gear";
export { UsualKit } from "./UsualKit";
export { PutRight } from "./PutRight";
