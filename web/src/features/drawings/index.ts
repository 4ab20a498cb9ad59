export { Drawings } from "./Drawings";
export { DrawingPage } from "./DrawingPage";
