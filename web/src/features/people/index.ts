export { Account } from "./Account";
export { Begin } from "./Begin";
export { Join } from "./Join";
export { Forgotten, NewPassword } from "./NewPassword";
export { People } from "./People";
