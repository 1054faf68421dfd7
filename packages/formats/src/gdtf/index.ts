export { dmxValue } from "./dmx-value";
export { pictureType } from "./picture-type";
export { read, type ReadProfile, type WheelPicture } from "./read";
export type { GdtfReport } from "./report";
export { fileName, write } from "./write";
