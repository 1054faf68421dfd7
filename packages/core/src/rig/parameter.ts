import type { AttributeInfo } from "./attributes";
import type { Head } from "./head";
import type { Channel } from "./profile";

/** What is alike for one channel of all lamps in a mode. */
export interface ParameterKind {
  readonly channel: Channel;
  /** Of the attribute of its first function. */
  readonly info: AttributeInfo;
  /** Home value 0..1. */
  readonly home: number;
  readonly htp: boolean;
}

/** One attribute of one head: what the engine computes a value for. Values are 0..1 of the channel's range. */
export class Parameter {
  readonly head: Head;
  readonly kind: ParameterKind;
  /** Parameter of the master that scales its light; -1 = none does. */
  readonly master: number;
  /** Where it is patched: an index into the rig's patches. */
  readonly place: number;

  constructor(head: Head, kind: ParameterKind, master: number, place: number) {
    this.head = head;
    this.kind = kind;
    this.master = master;
    this.place = place;
  }

  get channel(): Channel {
    return this.kind.channel;
  }

  /** Home value 0..1. */
  get home(): number {
    return this.kind.home;
  }

  get htp(): boolean {
    return this.kind.htp;
  }

  /** The same parameter of a head whose lamp was placed, patched or named otherwise. */
  of(head: Head): Parameter {
    return new Parameter(head, this.kind, this.master, this.place);
  }
}
