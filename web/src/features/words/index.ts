export { FirstTime, HelpButton } from "./Help";
export { WordsPage } from "./WordsPage";
