export { Shoot, usePass } from "./Shoot";
export { Stone } from "./Stone";
export { workOf } from "./work";
