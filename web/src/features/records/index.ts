export { BringJobIn } from "./BringJobIn";
export { Records } from "./Records";
