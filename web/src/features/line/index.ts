export { LineBar } from "./LineBar";
export { SignOut } from "./SignOut";
export { ageInWords, useHeldPhone, useIsWaiting, useTakenAlong } from "./usePhone";
export { useTaken } from "./useTaken";
