export { CrewLessons } from "./CrewLessons";
