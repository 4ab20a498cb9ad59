export { Lesson } from "./Lesson";
export { Lessons } from "./Lessons";
