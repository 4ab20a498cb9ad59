export { NewSetUp } from "./NewSetUp";
export { SetUps } from "./SetUps";
