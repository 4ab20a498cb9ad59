export { Gear } from "./Gear";
export { UnitKeys, UsualKit } from "./UsualKit";
export { PutRight } from "./PutRight";
