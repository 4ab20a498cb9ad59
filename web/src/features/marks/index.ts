export { ClampSheet } from "./ClampSheet";
export { Marks } from "./Marks";
