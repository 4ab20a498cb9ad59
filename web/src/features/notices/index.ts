export { NoticePage } from "./NoticePage";
export { Notices } from "./Notices";
