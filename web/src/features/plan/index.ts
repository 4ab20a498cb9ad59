export { PlanScreen } from "./PlanScreen";
