export { Lesson } from "./Lesson";
export { Lessons } from "./Lessons";
export { OnTheJob } from "./OnTheJob";
