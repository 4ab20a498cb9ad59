export { Overview } from "./Overview";
