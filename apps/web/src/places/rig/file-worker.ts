import { gdtf, mvr } from "@vexa/formats";
import type { AskedFile } from "./read-apart";

/** Reads files apart from the page, so that it goes on and can end what takes too long. */
self.onmessage = ({ data: { as, name, bytes } }: MessageEvent<AskedFile>): void => {
  self.postMessage(as === "lamp" ? gdtf.read(bytes, name) : mvr.read(bytes, name));
};
