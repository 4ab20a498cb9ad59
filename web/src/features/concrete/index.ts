export { Concrete } from "./Concrete";
