export { Happened } from "./Happened";
