export { Benchmark } from "./Benchmark";
export { TakeOut } from "./TakeOut";
