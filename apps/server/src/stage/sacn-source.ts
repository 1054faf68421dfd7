import type { SacnSource, SacnTarget } from "../output/sacn-output";

/** E1.31 6.2.3 (from memory): 100 is what a source has that nobody has given another. */
export const LEADS_PRIORITY = 100;
/** Whoever stands by: receivers take it when the one that leads is silent or has said good-bye. */
export const FOLLOWS_PRIORITY = 99;

/** The stream of a show; `cid` as a UUID. */
export function sourceOf(of: { targets: readonly SacnTarget[]; cid: string; name: string }, priority: number): SacnSource {
  const cid = Uint8Array.from(Buffer.from(of.cid.replaceAll("-", ""), "hex"));
  return { targets: of.targets, cid, name: `Vexa ${of.name}`, priority };
}
