import { gdtf } from "@vexa/formats";
import type { ReadFile } from "./take-in";

/** Reads lamps' files apart from the page, so that it goes on and can end what takes too long. */
self.onmessage = ({ data: { name, bytes } }: MessageEvent<{ name: string; bytes: Uint8Array }>): void => {
  const answer: ReadFile = gdtf.read(bytes, name);
  self.postMessage(answer);
};
