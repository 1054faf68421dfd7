import { networkInterfaces } from "node:os";

/** This machine's IPv4 address at one of its interfaces; none where there is no such interface, or not any more. */
export function ownAddress(by: string | undefined): string | undefined {
  return networkInterfaces()[by ?? ""]?.find(({ family }) => family === "IPv4")?.address;
}
