export { ClampSheet, Sheet } from "./ClampSheet";
export { Heights } from "./Heights";
export { Marks } from "./Marks";
