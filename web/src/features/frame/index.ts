export { JobFrame } from "./JobFrame";
export { SignedIn } from "./SignedIn";
