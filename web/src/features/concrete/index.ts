export { Concrete } from "./Concrete";
export { Ground, Key } from "./ThicknessMap";
