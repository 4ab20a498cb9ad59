export { Gear } from "./Gear";
export { UsualKit } from "./UsualKit";
