export { Opened } from "./Opened";
export { PointAt } from "./PointAt";
