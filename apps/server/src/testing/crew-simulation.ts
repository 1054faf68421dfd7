import {
  alreadyHolds,
  attributeInfo,
  changedId,
  curtainIdOf,
  FAMILIES,
  highlightIdOf,
  seededRandom,
  setChange,
  sketchIdOf,
  type Attribute,
  type Change,
  type LoanCommand,
  type PlayCommand,
  type ShowRecord,
  type Transaction,
} from "@vexa/core";
import { EngineOnBench, part, smallShow } from "@vexa/core/testing";
import { crewShow, HEADS } from "./crew-show";
import { CrewOracle } from "./crew-oracle";
import { MemoryStorage } from "./memory-storage";
import { SimulatedClient } from "./simulated-crew";
import { Door } from "../show/door";

export const PEOPLE = ["ann", "ben", "cleo", "dora", "eve", "olu"] as const;
const COMMANDS = 5000;
const SEED = 20261125;

const ATTRIBUTES: readonly Attribute[] = ["Dimmer", "Pan", "ColorAdd_R"];

/** Six people who change, play, lend and take back at random, on bad lines, while the lead divides the rig and the server restarts. */
export class CrewSimulation {
  readonly storage: MemoryStorage;
  readonly clients: readonly SimulatedClient[];
  readonly random = seededRandom(SEED);
  readonly log: Transaction[] = [];
  readonly complaints: string[] = [];
  readonly counts = { edits: 0, reached: 0, undone: 0, loans: 0, restarts: 0, breaks: 0 };
  door: Door;
  readonly first: ReadonlyMap<string, ShowRecord>;
  readonly #bench: EngineOnBench;
  /** Of the records as the bench has them. */
  #oracle: CrewOracle;
  readonly #written = new Map<string, { author: string; ids: Set<string> }>();

  constructor() {
    const records = crewShow();
    this.storage = new MemoryStorage(records);
    this.door = this.#open();
    this.first = this.door.show.records;
    this.#bench = new EngineOnBench(this.door.show);
    this.#oracle = new CrewOracle(this.#bench.engine.show.records);
    this.clients = PEOPLE.map((personId, at) => new SimulatedClient(personId, this.door, SEED + at));
  }

  pick<T>(of: readonly T[]): T {
    return of[Math.floor(this.random() * of.length)]!;
  }

  #open(): Door {
    const blank = smallShow().withRecords(new Map(JSON.parse(JSON.stringify([...this.storage.records])) as [string, ShowRecord][]));
    const door = new Door({ show: blank, seq: this.storage.seq, storage: this.storage, now: () => this.#bench?.t ?? 0 });
    door.on("trouble", (error) => this.complaints.push(String(error)));
    door.on("changes", (seq, transaction) => {
      this.#judge(transaction);
      this.clients?.forEach((client) => client.post({ seq, transaction }));
    });
    return door;
  }

  /** What one edit does to the stage at once, and to the records, against the oracle. */
  #judge(transaction: Transaction): void {
    const { author, changes, label } = transaction;
    this.log.push(transaction);
    const bench = this.#bench;
    const before = bench.engine.show.records;
    const was = this.#oracle;
    // Long enough for all that lets go to be gone: what changes now is this edit's doing.
    bench.t += 5;
    bench.engine.tick(bench.t, bench.frame);
    const values = bench.engine.values.slice();
    bench.change(changes);
    bench.engine.tick(bench.t, bench.frame);
    const is = new CrewOracle(bench.engine.show.records);
    this.#oracle = is;
    if (author === "ann") return;
    const changed = bench.engine.show.rig.parameters.filter((_, at) => values[at] !== bench.engine.values[at]);
    this.counts.reached += changed.length;
    if (changed.length > 0) {
      const allowed = new Set([was, is].flatMap((oracle) => [...oracle.person(author), ...oracle.playbacksOf(author)]));
      // A loan that ends takes back what it lent, whoever ends it.
      for (const change of changes) was.loan(changedId(change)).forEach((name) => allowed.add(name));
      for (const { head, channel } of changed) {
        const name = `${head.key} ${attributeInfo(channel.attribute).family}`;
        if (!allowed.has(name)) this.complaints.push(`${author}'s "${label}" changed ${name}`);
      }
    }
    const records = changes.map((change) => before.get(changedId(change)) ?? (change as unknown as { record: ShowRecord }).record);
    if (records.some(({ kind }) => kind === "loan")) return;
    for (const record of records) {
      const complaint = was.complaint(author, record);
      if (complaint) this.complaints.push(`${complaint}: ${label}`);
    }
  }

  async restart(): Promise<void> {
    this.counts.restarts++;
    await this.door.flush();
    const kept = this.door.show.records;
    this.door.removeAllListeners();
    this.door = this.#open();
    if (
      !alreadyHolds(
        this.door.show.records,
        [...kept.values()].map((record): Change => ({ op: "add", record })),
      ) ||
      this.door.show.records.size !== kept.size
    )
      this.complaints.push("a restart lost something");
    for (const client of this.clients) {
      client.breakLine(this.door);
      await client.connect();
    }
  }

  async command(client: SimulatedClient): Promise<void> {
    const { personId, copy } = client;
    const roll = this.random();
    if (personId === "ann" && roll < 0.25) return this.#divide(client);
    if (roll < 0.45) return this.#edit(client);
    if (roll < 0.65) return client.hear(await this.door.play(client.person, this.#touch(client), undefined));
    if (roll < 0.8) return this.#undo(client);
    if (roll < 0.95) return client.hear(await this.door.lend(this.random() < 0.05 ? null : client.person, this.#loan(client)));
    this.counts.loans = copy.view.all("loan").length;
    if (client.connected && this.random() < 0.2) {
      this.counts.breaks++;
      client.breakLine();
    } else await client.connect();
  }

  #edit(client: SimulatedClient): void {
    const { personId, copy } = client;
    const label = `${personId} ${this.counts.edits++}`;
    const { view } = copy;
    const sketchId = sketchIdOf(this.random() < 0.05 ? this.pick(PEOPLE) : personId);
    const strokes = view.get("sketch", sketchId)?.strokes ?? {};
    const key = `s${Math.floor(this.random() * 3)}`;
    const heads = HEADS.filter(() => this.random() < 0.3);
    const stroke = {
      who: { heads: heads.length > 0 ? heads : [HEADS[0]!] },
      parts: { [this.pick(ATTRIBUTES)]: part([this.random()]) },
      rank: 1,
    };
    const list = this.pick(["north", "middle", "south"]);
    const cue = view.get("cue", `list-${list}-${1 + Math.floor(this.random() * 2)}`);
    const highlight = view.get("highlight", highlightIdOf(personId));
    const page = view.get("page", "page");
    const roll = this.random();
    const changes: Change[] =
      roll < 0.5
        ? [setChange(sketchId, ["strokes", key], { from: strokes[key], to: stroke })]
        : roll < 0.6
          ? [setChange(sketchId, ["strokes"], { from: strokes, to: {} })]
          : roll < 0.75 && cue
            ? [setChange(cue.id, ["name"], { from: cue.name, to: label })]
            : roll < 0.85 && cue
              ? [
                  setChange(cue.id, ["strokes", "s1", "parts", "Dimmer", "level"], {
                    from: cue.strokes["s1"]?.parts.Dimmer?.level,
                    to: { knots: [this.random()] },
                  }),
                ]
              : roll < 0.95
                ? [
                    highlight
                      ? { op: "remove", record: highlight }
                      : {
                          op: "add",
                          record: {
                            id: highlightIdOf(personId),
                            kind: "highlight",
                            version: 1,
                            personId,
                            who: { heads: HEADS },
                            dim: 0,
                          } as never,
                        },
                  ]
                : [setChange("page", ["name"], { from: page?.name, to: label })];
    this.#written.set(label, { author: personId, ids: new Set(changes.map(changedId)) });
    client.edit(label, changes);
  }

  #touch({ personId, copy }: SimulatedClient): PlayCommand {
    const playbackId = `card-list-${this.pick(["north", "middle", "south"])}`;
    const head = this.pick(HEADS);
    const curtain = copy.view.get("curtain", curtainIdOf(personId));
    return this.pick<PlayCommand>([
      { type: "go", playbackId },
      { type: "let-go", playbackId },
      { type: "level", playbackId, level: this.random() },
      { type: "park", head, values: { Dimmer: this.random() } },
      { type: "unpark", head },
      curtain
        ? { type: "curtain-raise", seconds: this.pick([0, 2]) }
        : { type: "curtain-drop", heads: HEADS.filter(() => this.random() < 0.5) },
      { type: "tap", masterId: "pulse" },
    ]);
  }

  async #undo(client: SimulatedClient): Promise<void> {
    const direction = this.pick(["undo", "redo"] as const);
    const before = this.log.length;
    const answer = await this.door.undo(client.person, direction);
    client.hear(answer);
    if (!answer.ok) return;
    this.counts.undone++;
    const written = this.#written.get(answer.label!.replace(/^(Took back|Did again): /, ""));
    const { changes } = this.log[before]!;
    if (written?.author !== client.personId || changes.some((change) => !written.ids.has(changedId(change))))
      this.complaints.push(`${client.personId} took back ${answer.label}`);
  }

  #loan({ copy }: SimulatedClient): LoanCommand {
    const loans = this.door.show.all("loan").filter(({ state }) => state === "asked" || state === "lent");
    const [fromTerritoryId, toTerritoryId] = [this.pick(["north", "middle", "south"]), this.pick(["north", "middle", "south"])];
    const lender = copy.view.get("territory", fromTerritoryId);
    const held = lender?.parts[0]?.heads ?? HEADS;
    const families = FAMILIES.filter(() => this.random() < 0.6);
    const lendPart = { groupIds: [], heads: held.filter(() => this.random() < 0.5), families: families.length > 0 ? families : FAMILIES };
    const minutes = this.pick([null, 5]);
    if (loans.length === 0 || this.random() < 0.06)
      return { type: this.pick(["ask", "offer"] as const), fromTerritoryId, toTerritoryId, part: lendPart, minutes };
    const loanId = this.pick(loans).id;
    return this.pick<LoanCommand>([
      { type: "lend", loanId, minutes },
      { type: "extend", loanId, minutes },
      { type: "refuse", loanId },
      { type: "end", loanId },
    ]);
  }

  /** The lead gives heads of one territory to another, or people other territories. */
  #divide(client: SimulatedClient): void {
    const label = `ann ${this.counts.edits++}`;
    const [from, to] = [this.pick(client.copy.view.territories), this.pick(client.copy.view.territories)];
    const [here, there] = [from.parts[0]!, to.parts[0]!];
    const moved = here.heads.filter(() => this.random() < 0.3);
    const someone = this.pick(["ben", "cleo", "dora", "eve", "olu"]);
    const people = from.personIds.includes(someone) ? from.personIds.filter((id) => id !== someone) : [...from.personIds, someone];
    const changes: Change[] =
      from === to || this.random() < 0.3
        ? [setChange(from.id, ["personIds"], { from: from.personIds, to: people })]
        : [
            setChange(from.id, ["parts"], {
              from: from.parts,
              to: [{ ...here, heads: here.heads.filter((head) => !moved.includes(head)) }],
            }),
            // Now and then the heads stay with the first too, which is refused.
            setChange(to.id, ["parts"], {
              from: to.parts,
              to: [{ ...there, heads: [...there.heads, ...(this.random() < 0.1 ? here.heads : moved)] }],
            }),
          ];
    this.#written.set(label, { author: "ann", ids: new Set(changes.map(changedId)) });
    client.edit(label, changes);
  }

  async run(): Promise<void> {
    for (const client of this.clients) await client.connect();
    for (let turn = 0; turn < COMMANDS * PEOPLE.length; turn++) {
      await this.command(this.clients[turn % PEOPLE.length]!);
      const other = this.pick(this.clients);
      await other.sendSome(0.7);
      other.hearSome(0.95);
      if (turn % 5000 === 4999) await this.restart();
    }
    for (const client of this.clients) await client.connect();
    for (let round = 0; round < 3; round++)
      for (const client of this.clients) {
        await client.sendSome(1);
        this.clients.forEach((each) => each.hearSome(1));
      }
  }
}
