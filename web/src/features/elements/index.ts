export { ChangeElement, NewElement } from "./ElementEditor";
