export { FloorEditor } from "./FloorEditor";
export { Figure, Floors } from "./Floors";
export { Moves, movesAnything } from "./Moves";
