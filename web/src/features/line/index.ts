export { Download } from "./Download";
export { LineBar } from "./LineBar";
export { NotSent } from "./NotSent";
export { OnThisPhone } from "./OnThisPhone";
export { OverTheLine } from "./OverTheLine";
export { SignOut } from "./SignOut";
export { TakeAlong } from "./TakeAlong";
export { ageInWords, useHeldPhone, useIsWaiting, useTakenAlong } from "./usePhone";
export { useTaken } from "./useTaken";
