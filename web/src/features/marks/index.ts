export { Marks } from "./Marks";
