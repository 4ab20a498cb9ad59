export { Overview } from "./Overview";
export { TakeAlong } from "./TakeAlong";
