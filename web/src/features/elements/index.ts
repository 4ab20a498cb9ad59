export { ChangeElement, NewElement } from "./ElementEditor";
export { bodyOf, emptyElement } from "./form";
