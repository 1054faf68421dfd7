import type { Placement, Vector } from "../geometry/beam";
import type { Attribute } from "./attributes";
import { cellNumber, headKeyIn, type Fixture, type HeadKey } from "./fixture";
import { headPlace } from "./head-place";
import type { Mode, Profile } from "./profile";

/** One head of the rig with its place and its parameters. What few ask for is worked out when they do. */
export class Head {
  readonly key: HeadKey;
  readonly fixture: Fixture;
  readonly profile: Profile;
  readonly mode: Mode;
  /** Its place among its fixture's heads. */
  readonly index: number;
  /** Its place among the rig's heads. */
  readonly order: number;
  /** Parameter index by attribute: those of one channel that are alternatives have the same. */
  readonly parameters: ReadonlyMap<Attribute, number>;
  /** The same of what serves the lamp itself and is no part of any look. */
  readonly services: ReadonlyMap<Attribute, number>;
  #place: Placement | null = null;

  constructor(of: Pick<Head, "fixture" | "profile" | "mode" | "index" | "order" | "parameters" | "services">) {
    this.key = headKeyIn(of.fixture.id, of.mode, of.index);
    this.fixture = of.fixture;
    this.profile = of.profile;
    this.mode = of.mode;
    this.index = of.index;
    this.order = of.order;
    this.parameters = of.parameters;
    this.services = of.services;
  }

  get label(): string {
    const cell = cellNumber(this.mode, this.index);
    return cell === 0 ? String(this.fixture.number) : `${this.fixture.number}.${cell}`;
  }

  get position(): Vector {
    return this.#placement().position;
  }

  /** Its own turn in the lamp and the lamp's. */
  get rotation(): Placement["rotation"] {
    return this.#placement().rotation;
  }

  /** The same head after its lamp was placed, patched or named otherwise. */
  in(fixture: Fixture): Head {
    const { profile, mode, index, order, parameters, services } = this;
    return new Head({ fixture, profile, mode, index, order, parameters, services });
  }

  #placement(): Placement {
    return (this.#place ??= headPlace(this.fixture, this.mode, this.index));
  }
}
