export { Runs } from "./Runs";
