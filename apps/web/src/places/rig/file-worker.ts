import { csv, gdtf, mvr } from "@vexa/formats";
import type { AskedFile } from "./read-apart";

/** Reads files apart from the page, so that it goes on and can end what takes too long. */
self.onmessage = ({ data: { as, name, bytes } }: MessageEvent<AskedFile>): void => {
  const read = { lamp: gdtf.read, plan: mvr.read, table: csv.read }[as];
  self.postMessage(read(bytes, name));
};
