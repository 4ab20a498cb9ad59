export { FloorEditor } from "./FloorEditor";
export { Moves, movesAnything } from "./Moves";
export { bodyOf, typedFloor } from "./form";
