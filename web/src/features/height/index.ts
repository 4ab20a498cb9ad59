export { HeightNow } from "./HeightNow";
export { HeightInJob } from "./HeightInJob";
