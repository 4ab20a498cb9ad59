export { Gear } from "./Gear";
