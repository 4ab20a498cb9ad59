export { Pictures } from "./Pictures";
export { SmallPicture } from "./SmallPicture";
export { usePictures } from "./usePictures";
