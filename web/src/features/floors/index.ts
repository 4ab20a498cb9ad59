export { FloorEditor } from "./FloorEditor";
export { Moves, movesAnything } from "./Moves";
