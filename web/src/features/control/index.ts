export { Control } from "./Control";
