export { FloorEditor } from "./FloorEditor";
export { Floors } from "./Floors";
