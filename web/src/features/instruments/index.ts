export { Check } from "./Check";
export { InstrumentPage } from "./InstrumentPage";
export { Instruments } from "./Instruments";
