import type { Show } from "../show/show";
import { sentNumbers } from "./sent-numbers";

/** Where what leaves and what a node puts out don't meet, as Port-Addresses, rising. */
export interface NodeGaps {
  /** Sent to it alone, and put out by none of its ports. */
  readonly unheard: readonly number[];
  /** Put out by it, and sent to it by nobody here. */
  readonly unsent: readonly number[];
}

/** Compares the show's Art-Net outputs with all that the nodes at an address say that they put out. */
export function nodeGaps(
  show: Show,
  address: string,
  nodes: readonly { readonly address: string; readonly universes: readonly number[] }[],
): NodeGaps {
  const putOut = new Set(nodes.filter((node) => node.address === address).flatMap(({ universes }) => universes));
  const outputs = show.all("output").filter(({ on, protocol }) => on && protocol === "Art-Net");
  const alone = new Set(outputs.filter((output) => output.address === address).flatMap((output) => sentNumbers(show, output)));
  const everybody = outputs.filter((output) => output.address.endsWith(".255")).flatMap((output) => sentNumbers(show, output));
  const sent = new Set([...alone, ...everybody]);
  const rising = (numbers: readonly number[]): number[] => [...numbers].sort((a, b) => a - b);
  return {
    unheard: rising([...alone].filter((number) => !putOut.has(number))),
    unsent: rising([...putOut].filter((number) => !sent.has(number))),
  };
}
