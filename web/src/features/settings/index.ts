export { ArchivedBar } from "./ArchivedBar";
export { JobSettings } from "./JobSettings";
