export { Stone } from "./Stone";
