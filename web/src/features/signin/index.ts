export { SignIn } from "./SignIn";
