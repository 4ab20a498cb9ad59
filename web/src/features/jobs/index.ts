export { Jobs } from "./Jobs";
export { NewJob } from "./NewJob";
