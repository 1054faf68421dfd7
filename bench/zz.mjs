// bench/za.ts
import { Session } from "node:inspector";

// bench/src/allocations.ts
import { getHeapStatistics } from "node:v8";

// packages/core/src/document/transaction.ts
function changedId(change) {
  return change.op === "set" ? change.id : change.record.id;
}

// packages/core/src/document/record.ts
function sameJson(a, b) {
  if (a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  if (Array.isArray(a) !== Array.isArray(b)) return false;
  const keys = Object.keys(a);
  if (keys.length !== Object.keys(b).length) return false;
  return keys.every((key) => key in b && sameJson(a[key], b[key]));
}

// packages/core/src/document/schema.ts
function numberIn(low, high) {
  return (value, path) => typeof value === "number" && value >= low && value <= high ? null : { path, value, why: `it must be a number from ${low} to ${high}` };
}
function integerIn(low, high) {
  return (value, path) => Number.isInteger(value) && value >= low && value <= high ? null : { path, value, why: `it must be a whole number from ${low} to ${high}` };
}
function textUpTo(length) {
  return (value, path) => typeof value === "string" && value.trim().length > 0 && value.length <= length ? null : { path, value, why: `it must be a text of 1 to ${length} characters` };
}
function oneOf(words) {
  return (value, path) => words.includes(value) ? null : { path, value, why: `it must be one of ${words.join(", ")}` };
}
var yes = (value, path) => value === void 0 || value === true ? null : { path, value, why: "it must be true, or left out" };
var yesOrNo = (value, path) => typeof value === "boolean" ? null : { path, value, why: "it must be true or false" };
function nullable(inner) {
  return (value, path) => value === null ? null : inner(value, path);
}
function optional(inner) {
  return (value, path) => value === void 0 ? null : inner(value, path);
}
function listOf(inner, limits) {
  return (value, path) => {
    if (!Array.isArray(value)) return { path, value, why: "it must be a list" };
    const { min = 0, max } = limits;
    if (value.length < min || value.length > max)
      return { path, value: `a list of ${value.length}`, why: `it must have ${min} to ${max} entries` };
    return firstFlaw(value.length, (index) => inner(value[index], [...path, String(index + 1)]));
  };
}
function mapOf(inner, max) {
  return (value, path) => {
    if (!isPlain(value)) return { path, value, why: "it must be a table of entries" };
    const keys = Object.keys(value);
    if (keys.length > max) return { path, value: `${keys.length} entries`, why: `at most ${max} fit` };
    return firstFlaw(keys.length, (index) => inner(value[keys[index]], [...path, keys[index]]));
  };
}
function fields(inner) {
  const names = Object.keys(inner);
  return (value, path) => {
    if (!isPlain(value)) return { path, value, why: "it must have named fields" };
    const stranger = Object.keys(value).find((name) => !names.includes(name));
    if (stranger !== void 0) return { path: [...path, stranger], value: value[stranger], why: "there is no such field" };
    return firstFlaw(names.length, (index) => {
      const name = names[index];
      return inner[name](value[name], [...path, name]);
    });
  };
}
function where(inner, rule) {
  return (value, path) => {
    const flaw = inner(value, path);
    if (flaw) return flaw;
    const why = rule(value);
    return why === null ? null : { path, value, why };
  };
}
function isPlain(value) {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}
function firstFlaw(count, check) {
  for (let index = 0; index < count; index++) {
    const flaw = check(index);
    if (flaw) return flaw;
  }
  return null;
}
var hexColor = (value, path) => typeof value === "string" && /^#[0-9a-f]{6}$/.test(value) ? null : { path, value, why: "it must be written #rrggbb" };

// packages/core/src/errors/result.ts
function ok(value) {
  return { ok: true, value };
}
function fail(code, details = {}) {
  return { ok: false, error: { code, details } };
}

// packages/core/src/shape/fan.ts
var STRETCHES = ["linear", "smooth", "ease-in", "ease-out"];
var MAX_KNOTS = 64;
function fanSchema(low, high) {
  const path = (value, at) => Array.isArray(value) ? listOf(oneOf(STRETCHES), { max: MAX_KNOTS })(value, at) : optional(oneOf(STRETCHES))(value, at);
  return fields({ knots: listOf(numberIn(low, high), { min: 1, max: MAX_KNOTS }), path });
}
function fan(knots, u, path = "linear") {
  const last = knots.length - 1;
  if (last <= 0) return knots[0] ?? 0;
  const at = (u > 0 ? u < 1 ? u : 1 : 0) * last;
  const stretch2 = Math.min(Math.floor(at), last - 1);
  const way = typeof path === "string" ? path : path[stretch2] ?? "linear";
  const from = knots[stretch2];
  const to = knots[stretch2 + 1];
  const s = at - stretch2;
  return s === 1 ? to : from + (to - from) * eased(s, way);
}
function eased(s, way) {
  switch (way) {
    case "linear":
      return s;
    case "smooth":
      return s * s * (3 - 2 * s);
    case "ease-in":
      return s * s;
    case "ease-out":
      return 1 - (1 - s) * (1 - s);
  }
}

// packages/core/src/motion/lead.ts
var MOST_CYCLES = 1e13;
var leadSchema = fields({ cycles: fanSchema(-MOST_CYCLES, MOST_CYCLES), atSeconds: numberIn(0, 1e12) });

// packages/core/src/rig/attributes.ts
var FAMILIES = ["Intensity", "Position", "Colour", "Beam"];
var ATTRIBUTES = {
  Dimmer: { label: "Dimmer", family: "Intensity", unit: "percent", usual: [0, 1] },
  Position: { label: "Position", family: "Position", unit: "point", usual: [-10, 10] },
  Pan: { label: "Pan", family: "Position", unit: "degrees", usual: [-90, 90] },
  Tilt: { label: "Tilt", family: "Position", unit: "degrees", usual: [-90, 90] },
  Color: { label: "Colour", family: "Colour", unit: "color", usual: [0, 1] },
  ColorAdd_R: { label: "Red", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_G: { label: "Green", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_B: { label: "Blue", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_W: { label: "White", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_RY: { label: "Amber", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_GY: { label: "Lime", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_C: { label: "Cyan light", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorAdd_BM: { label: "Indigo", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorSub_C: { label: "Cyan", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorSub_M: { label: "Magenta", family: "Colour", unit: "percent", usual: [0, 1] },
  ColorSub_Y: { label: "Yellow", family: "Colour", unit: "percent", usual: [0, 1] },
  Color1: { label: "Colour wheel", family: "Colour", unit: "slot", usual: [0, 7] },
  Shutter1: { label: "Shutter", family: "Beam", unit: "percent", usual: [0, 1] },
  Shutter1Strobe: { label: "Strobe rate", family: "Beam", unit: "hertz", usual: [0, 20] },
  Zoom: { label: "Zoom", family: "Beam", unit: "degrees", usual: [5, 50] },
  Focus1: { label: "Focus", family: "Beam", unit: "percent", usual: [0, 1] },
  Iris: { label: "Iris", family: "Beam", unit: "percent", usual: [0, 1] },
  Gobo1: { label: "Gobo", family: "Beam", unit: "slot", usual: [0, 7] },
  Gobo1Pos: { label: "Gobo turn", family: "Beam", unit: "degrees", usual: [-180, 180] },
  Prism1: { label: "Prism", family: "Beam", unit: "percent", usual: [0, 1] },
  Frost1: { label: "Frost", family: "Beam", unit: "percent", usual: [0, 1] },
  Fog1: { label: "Haze", family: "Beam", unit: "percent", usual: [0, 1] },
  Fan1: { label: "Fan speed", family: "Beam", unit: "percent", usual: [0, 1] }
};
var ATTRIBUTE_NAMES = Object.keys(ATTRIBUTES);
var CHANNEL_ATTRIBUTES = ATTRIBUTE_NAMES.filter((name) => name !== "Color" && name !== "Position");
function isAttribute(name) {
  return Object.hasOwn(ATTRIBUTES, name);
}
function attributeInfo(name) {
  return ATTRIBUTES[name];
}

// packages/core/src/units/units.ts
function clamp(value, low, high) {
  return value > low ? value < high ? value : high : low;
}
function fraction(value) {
  const rest = value - Math.floor(value);
  return rest < 1 ? rest : 0;
}

// packages/core/src/tempo/tempo-clock.ts
var MIN_BPM = 1;
var MAX_BPM = 600;
var TAP_INTERVALS = 8;
var time = numberIn(0, 1e12);
var tempoSchema = fields({
  bpm: numberIn(MIN_BPM, MAX_BPM),
  scale: numberIn(0, 64),
  anchorSeconds: time,
  anchorBeats: numberIn(-1e12, 1e12),
  running: oneOf(["yes", "held"]),
  taps: listOf(time, { max: TAP_INTERVALS + 1 }),
  bpmBefore: optional(numberIn(0, MAX_BPM * 64))
});
function steadyTempo(bpm) {
  return { bpm, scale: 1, anchorSeconds: 0, anchorBeats: 0, running: "yes", taps: [] };
}
function beatsAt(state, t) {
  return state.anchorBeats + (t - state.anchorSeconds) * beatsPerSecond(state);
}
function beatsPerSecond(state) {
  return state.running === "held" ? 0 : state.bpm * state.scale / 60;
}

// packages/core/src/playback/speed-master.ts
var MOST_JUMPS = 8;
var FIRST_BPM = 120;
function masterStateIdOf(masterId) {
  return `state-${masterId}`;
}
var GLIDE_SECONDS = 1;
function drivenCycles(master, state, driven, t) {
  const ownPerSecond = driven.ownBpm / 60;
  const { lead = 0, leadSeconds = 0 } = driven;
  if (!follows(master, driven)) return t * ownPerSecond * driven.rate + lead;
  const tempo = state?.tempo ?? UNTOUCHED;
  const released = state?.released;
  const beats2 = released ? released.beats + (t - released.atSeconds) * ownPerSecond : beatsAt(tempo, t);
  const ahead = (state?.resyncedSeconds ?? -1) > leadSeconds ? 0 : lead;
  return beats2 * driven.rate + ahead + glideAt(state?.jumps, driven, t);
}
function steadyBeats(master, state, driven, t) {
  const ownPerSecond = driven.ownBpm / 60;
  if (!follows(master, driven)) return t * ownPerSecond;
  const last = state?.jumps?.at(-1);
  if (last && t - last.atSeconds < GLIDE_SECONDS) return NaN;
  const released = state?.released;
  return released ? released.beats + (t - released.atSeconds) * ownPerSecond : beatsAt(state?.tempo ?? UNTOUCHED, t);
}
function follows(master, { family }) {
  return master !== null && (!master.families || master.families.includes(family));
}
function glideAt(jumps, { rate, ownBpm, family, lead = 0, leadSeconds = 0 }, t) {
  if (!jumps) return 0;
  let gap = 0;
  let since = 0;
  for (let index = 0; index < jumps.length; index++) {
    const { atSeconds, from, toBeats } = jumps[index];
    if ("beats" in from && family !== "Position") continue;
    const fromBeats = "beats" in from ? from.beats : from.releasedBeats + (atSeconds - from.releasedSeconds) * ownBpm / 60;
    const ahead = "beats" in from && atSeconds > leadSeconds ? lead : 0;
    gap = shortWay((fromBeats - toBeats) * rate + gap * left(atSeconds - since) + (since <= leadSeconds ? ahead : 0));
    since = atSeconds;
  }
  return gap * left(t - since);
}
var UNTOUCHED = steadyTempo(FIRST_BPM);
function shortWay(cycles) {
  const rest = fraction(cycles);
  return rest > 0.5 ? rest - 1 : rest;
}
function left(elapsed) {
  const s = Math.min(1, Math.max(0, elapsed / GLIDE_SECONDS));
  return 1 - s * s * (3 - 2 * s);
}
var version = integerIn(0, Number.MAX_SAFE_INTEGER);
var id = textUpTo(64);
var time2 = numberIn(0, 1e12);
var beats = numberIn(-1e12, 1e12);
var jumpFrom = (value, path) => typeof value === "object" && value !== null && "beats" in value ? fields({ beats })(value, path) : fields({ releasedSeconds: time2, releasedBeats: beats })(value, path);
var masterSchema = fields({
  id,
  kind: oneOf(["master"]),
  version,
  name: textUpTo(80),
  rank: integerIn(0, 1e6),
  families: optional(listOf(oneOf(FAMILIES), { min: 1, max: FAMILIES.length })),
  territoryId: optional(id)
});
var masterStateSchema = fields({
  id: textUpTo(80),
  kind: oneOf(["masterState"]),
  version,
  masterId: id,
  tempo: tempoSchema,
  released: optional(fields({ atSeconds: time2, beats })),
  resyncedSeconds: optional(time2),
  jumps: optional(listOf(fields({ atSeconds: time2, from: jumpFrom, toBeats: beats }), { max: MOST_JUMPS }))
});

// packages/core/src/playback/page-grid.ts
var CELL_STEP = 0.5;
var LEAST = { columns: 1, rows: 0.5 };
var inSteps = (cells) => Number.isInteger(cells / CELL_STEP) ? null : "it must be in halves of a cell";
var place = where(numberIn(0, 63.5), inSteps);
var cellsSchemas = {
  column: place,
  row: place,
  columns: where(numberIn(LEAST.columns, 16), inSteps),
  rows: where(numberIn(LEAST.rows, 16), inSteps)
};

// packages/core/src/playback/playback.ts
var CARD_BUTTONS = ["go", "back", "pause", "flash", "toggle", "let-go", "go-to", "tap"];
var AT_ONCE = { level: 1, inSeconds: 0, outSeconds: 0 };
function flashTimes({ flash }) {
  return flash ?? AT_ONCE;
}
function roleOf({ fader }) {
  return fader ?? "intensities";
}
function fadedSeconds({ goSeconds, pausedSeconds, heldSeconds = 0 }, t) {
  return (pausedSeconds ?? t) - goSeconds - heldSeconds;
}
function playbackStateIdOf(playbackId) {
  return `state-${playbackId}`;
}
var version2 = integerIn(0, Number.MAX_SAFE_INTEGER);
var id2 = textUpTo(64);
var stateId = textUpTo(80);
var time3 = numberIn(0, 1e12);
var MOST_BUTTONS = 6;
var MOST_AHEAD = 2e4;
var pageSchema = fields({
  id: id2,
  kind: oneOf(["page"]),
  version: version2,
  name: textUpTo(80),
  rank: integerIn(0, 1e6),
  territoryId: nullable(id2),
  personId: optional(id2)
});
var playbackSchema = fields({
  id: id2,
  kind: oneOf(["playback"]),
  version: version2,
  pageId: id2,
  listId: id2,
  ...cellsSchemas,
  releaseSeconds: numberIn(0, 3600),
  startsOnRaise: yesOrNo,
  letsGoAtZero: yesOrNo,
  masterId: optional(id2),
  priority: optional(oneOf(["low", "high", "top"])),
  fader: optional(oneOf(["everything", "dial", "tempo", "motion-size", "crossfade", "nothing"])),
  bottom: optional(oneOf(["lets-go"])),
  colors: optional(oneOf(["add"])),
  givesWay: yes,
  flash: optional(fields({ level: numberIn(0, 1), inSeconds: numberIn(0, 3600), outSeconds: numberIn(0, 3600) })),
  buttons: optional(listOf(oneOf(CARD_BUTTONS), { max: MOST_BUTTONS })),
  goToCueId: optional(id2),
  quickGo: yes,
  label: optional(textUpTo(80)),
  color: optional(hexColor),
  pictureOf: optional(id2)
});
var playbackStateSchema = fields({
  id: stateId,
  kind: oneOf(["playbackState"]),
  version: version2,
  playbackId: id2,
  level: numberIn(0, 1),
  cueId: nullable(id2),
  previousCueId: nullable(id2),
  goSeconds: time3,
  letGoSeconds: nullable(time3),
  runSeconds: optional(time3),
  lead: optional(fields({ beats: numberIn(-1e12, 1e12), ownSeconds: numberIn(-1e12, 1e12), atSeconds: time3 })),
  seconds: optional(numberIn(0, 3600)),
  pausedSeconds: optional(time3),
  heldSeconds: optional(numberIn(0, 1e9)),
  steps: optional(integerIn(0, Number.MAX_SAFE_INTEGER)),
  ahead: optional(fields({ cueId: id2, seconds: numberIn(0, 600), starts: mapOf(time3, MOST_AHEAD) })),
  flash: optional(fields({ onSeconds: time3, offSeconds: optional(time3), alone: yes })),
  hand: optional(fields({ from: oneOf(["bottom", "top"]), part: numberIn(0, 1) })),
  letGoIn: optional(numberIn(0, 3600)),
  personId: id2
});

// packages/core/src/errors/field-words.ts
var SAID = {
  inSeconds: "in time",
  outSeconds: "out time",
  delaySeconds: "delay",
  releaseSeconds: "time of letting go",
  who: "heads",
  parts: "",
  strokes: "stroke",
  knots: "numbers",
  perHead: "heads' own values",
  perProfile: "values of a profile",
  cueOnly: "cue only",
  ownBpm: "own tempo",
  bpm: "tempo",
  thenCueId: "cue that comes after it",
  goToCueId: "cue that the button goes to",
  quickGo: "two Go at once"
};
function fieldWords(path) {
  const words = path.flatMap((name) => {
    if (/^[A-Z]\w*$/.test(name)) return [name.replace(/^Color(Add|Sub|RGB)?_/, "Colour ").replaceAll("_", " ")];
    if (SAID[name] !== void 0) return SAID[name] ? [SAID[name]] : [];
    if (/^\d+$/.test(name)) return [`number ${Number(name) + 1}`];
    if (!/^[a-z]+([A-Z][a-z]*)*$/.test(name)) return [];
    return [spaced(name.replace(/(?<=.)Ids?$/, ""))];
  });
  return words.length === 0 ? "This" : `The ${[...new Set(words)].toReversed().join(" of the ")}`;
}
function spaced(name) {
  return name.replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`).trim();
}

// packages/core/src/document/records-draft.ts
var MOST_BESIDE = 256;
var RecordsDraft = class _RecordsDraft {
  #base;
  /** What the base has otherwise; null = taken out. */
  #beside;
  #added;
  #size;
  constructor(of) {
    this.#base = of.base;
    this.#beside = of.beside;
    this.#added = of.added;
    this.#size = of.size;
  }
  /** A draft of one's own. `records` must not change any more. */
  static of(records) {
    const { size: size2 } = records;
    if (!(records instanceof _RecordsDraft)) return new _RecordsDraft({ base: records, beside: /* @__PURE__ */ new Map(), added: /* @__PURE__ */ new Map(), size: size2 });
    const from = records;
    if (from.#beside.size + from.#added.size > MOST_BESIDE)
      return new _RecordsDraft({ base: new Map(from), beside: /* @__PURE__ */ new Map(), added: /* @__PURE__ */ new Map(), size: size2 });
    return new _RecordsDraft({ base: from.#base, beside: new Map(from.#beside), added: new Map(from.#added), size: size2 });
  }
  get size() {
    return this.#size;
  }
  get(id4) {
    const other = this.#beside.get(id4);
    if (other) return other;
    return other === null ? this.#added.get(id4) : this.#base.get(id4) ?? this.#added.get(id4);
  }
  has(id4) {
    return this.get(id4) !== void 0;
  }
  set(id4, record) {
    if (!this.has(id4)) this.#size++;
    if (this.#base.has(id4) && this.#beside.get(id4) !== null) this.#beside.set(id4, record);
    else this.#added.set(id4, record);
    return this;
  }
  delete(id4) {
    if (!this.has(id4)) return false;
    this.#size--;
    if (!this.#added.delete(id4)) this.#beside.set(id4, null);
    return true;
  }
  *entries() {
    for (const entry of this.#base) {
      const other = this.#beside.get(entry[0]);
      if (other) yield [entry[0], other];
      else if (other === void 0) yield entry;
    }
    yield* this.#added;
  }
  *keys() {
    for (const [id4] of this.entries()) yield id4;
  }
  *values() {
    for (const [, record] of this.entries()) yield record;
  }
  [Symbol.iterator]() {
    return this.entries();
  }
  forEach(act) {
    for (const [id4, record] of this.entries()) act(record, id4, this);
  }
};

// packages/core/src/document/apply.ts
var GONE = "thing";
var FORBIDDEN_KEYS = /* @__PURE__ */ new Set(["__proto__", "constructor", "prototype"]);
var FIXED_FIELDS = /* @__PURE__ */ new Set(["id", "kind", "version"]);
function apply(records, changes) {
  const next = RecordsDraft.of(records);
  for (const change of changes) {
    const applied = applyInPlace(next, change);
    if (!applied.ok) return applied;
  }
  return ok(next);
}
function applyInPlace(records, change) {
  if (change.op === "add") {
    const { id: id5 } = change.record;
    if (records.has(id5)) return fail("record.exists", { what: spaced(change.record.kind) });
    records.set(id5, { ...change.record, version: 1 });
    return ok(null);
  }
  const id4 = change.op === "remove" ? change.record.id : change.id;
  const present = records.get(id4);
  if (!present) return fail("record.unknown", { what: GONE });
  if (change.op === "remove") {
    if (!sameJson({ ...present, version: 0 }, { ...change.record, version: 0 }))
      return fail("value.conflict", { field: `This ${spaced(present.kind)}`, present: "another content", from: "an older one" });
    records.delete(id4);
    return ok(null);
  }
  const { path } = change;
  const field = fieldWords(path);
  if (path.length === 0 || FIXED_FIELDS.has(path[0]) || path.some((key) => FORBIDDEN_KEYS.has(key)))
    return fail("value.invalid", { field, value: "set", why: "it is fixed" });
  const now = valueAt(present, path);
  if (!sameJson(now, change.from)) return fail("value.conflict", { field, present: shown(path, now), from: shown(path, change.from) });
  const replaced = replaceAt(present, path, change.to);
  if (replaced === null) return fail("record.unknown", { what: GONE });
  records.set(id4, { ...replaced, version: present.version + 1 });
  return ok(null);
}
function valueAt(value, path) {
  let at = value;
  for (const key of path) {
    if (typeof at !== "object" || at === null || !Object.hasOwn(at, key)) return void 0;
    at = at[key];
  }
  return at;
}
function replaceAt(value, path, to) {
  if (typeof value !== "object" || value === null || Array.isArray(value)) return null;
  const [key, ...rest] = path;
  const copy = { ...value };
  if (rest.length > 0) {
    const inner = replaceAt(copy[key], rest, to);
    if (inner === null) return null;
    copy[key] = inner;
  } else if (to === void 0) delete copy[key];
  else copy[key] = to;
  return copy;
}
function shown(path, value) {
  if (value === void 0 || value === null) return "nothing";
  if (typeof value === "object") return Array.isArray(value) ? `a list of ${value.length}` : "another content";
  if (/Ids?$/.test(path.at(-1) ?? "")) return "another one";
  const text = typeof value === "string" ? `\u201C${value}\u201D` : JSON.stringify(value);
  return text.length > 60 ? `${text.slice(0, 57)}\u2026` : text;
}

// packages/core/src/random/random.ts
function seededRandom(seed) {
  let state = seed >>> 0;
  return () => {
    state = state + 1831565813 >>> 0;
    let mixed2 = Math.imul(state ^ state >>> 15, state | 1);
    mixed2 ^= mixed2 + Math.imul(mixed2 ^ mixed2 >>> 7, mixed2 | 61);
    return ((mixed2 ^ mixed2 >>> 14) >>> 0) / 4294967296;
  };
}
function scatteredOrder(count, seed) {
  const random = seededRandom(seed);
  const order = Array.from({ length: count }, (_, index) => index);
  for (let index = count - 1; index > 0; index--) {
    const other = Math.floor(random() * (index + 1));
    [order[index], order[other]] = [order[other], order[index]];
  }
  return order;
}

// packages/core/src/color/colorimetry.ts
function xyzOf(color) {
  if (color.y <= 0) return { x: 0, y: 0, z: 0 };
  const scale = color.luminance / color.y;
  return { x: color.x * scale, y: color.luminance, z: (1 - color.x - color.y) * scale };
}
function linearSrgbOf({ x, y, z }) {
  return [
    3.2409699419045213 * x - 1.5373831775700935 * y - 0.4986107602930033 * z,
    -0.9692436362808798 * x + 1.8759675015077206 * y + 0.0415550574071756 * z,
    0.0556300796969936 * x - 0.2039769588889765 * y + 1.0569715142428786 * z
  ];
}
function xyzOfLinearSrgb(red, green, blue) {
  return {
    x: 0.4123907992659595 * red + 0.357584339383878 * green + 0.1804807884018343 * blue,
    y: 0.2126390058715104 * red + 0.7151686787677559 * green + 0.0721923153607337 * blue,
    z: 0.0193308187155918 * red + 0.1191947797946259 * green + 0.9505321522496607 * blue
  };
}
function xyYOf({ x, y, z }) {
  const sum = x + y + z;
  return sum > 0 ? { x: x / sum, y: y / sum, luminance: y } : { x: 0.3127, y: 0.329, luminance: 0 };
}

// packages/core/src/color/oklab.ts
function oklabOf({ x, y, z }) {
  const l = Math.cbrt(0.819022437996703 * x + 0.3619062600528904 * y - 0.1288737815209879 * z);
  const m = Math.cbrt(0.0329836539323885 * x + 0.9292868615863434 * y + 0.0361446663506424 * z);
  const s = Math.cbrt(0.0481771893596242 * x + 0.2642395317527308 * y + 0.6335478284694309 * z);
  return {
    l: 0.210454268309314 * l + 0.7936177747023054 * m - 0.0040720430116193 * s,
    a: 1.9779985324311684 * l - 2.42859224204858 * m + 0.450593709617411 * s,
    b: 0.0259040424655478 * l + 0.7827717124575296 * m - 0.8086757549230774 * s
  };
}
function xyzOfOklab({ l, a, b }) {
  const long = (l + 0.3963377773761749 * a + 0.2158037573099136 * b) ** 3;
  const middle = (l - 0.1055613458156586 * a - 0.0638541728258133 * b) ** 3;
  const short = (l - 0.0894841775298119 * a - 1.2914855480194092 * b) ** 3;
  return {
    x: 1.2268798758459243 * long - 0.5578149944602171 * middle + 0.2813910456659647 * short,
    y: -0.0405757452148008 * long + 1.112286803280317 * middle - 0.0717110580655164 * short,
    z: -0.0763729366746601 * long - 0.4214933324022432 * middle + 1.5869240198367816 * short
  };
}
function oklchOf(xyz) {
  const { l, a, b } = oklabOf(xyz);
  const degrees2 = Math.atan2(b, a) * 180 / Math.PI;
  return { l, c: Math.hypot(a, b), h: degrees2 < 0 ? degrees2 + 360 : degrees2 };
}
function xyzOfOklch({ l, c, h }) {
  const radians = h * Math.PI / 180;
  return xyzOfOklab({ l, a: c * Math.cos(radians), b: c * Math.sin(radians) });
}

// packages/core/src/color/ciede2000.ts
var WHITE = { x: 0.9504559270516716, y: 1, z: 1.0890577507598784 };
function labOf({ x, y, z }) {
  const f = (t) => t > 216 / 24389 ? Math.cbrt(t) : 24389 / 27 * t * (1 / 116) + 16 / 116;
  const [fx, fy, fz] = [f(x / WHITE.x), f(y / WHITE.y), f(z / WHITE.z)];
  return { l: 116 * fy - 16, a: 500 * (fx - fy), b: 200 * (fy - fz) };
}
var DEGREES = 180 / Math.PI;
var cosine = (degrees2) => Math.cos(degrees2 / DEGREES);
var sine = (degrees2) => Math.sin(degrees2 / DEGREES);
var hue = (b, a) => a === 0 && b === 0 ? 0 : (Math.atan2(b, a) * DEGREES + 360) % 360;
function deltaE2000(first2, second) {
  const meanChroma = (Math.hypot(first2.a, first2.b) + Math.hypot(second.a, second.b)) / 2;
  const g = 0.5 * (1 - Math.sqrt(meanChroma ** 7 / (meanChroma ** 7 + 25 ** 7)));
  const [a1, a2] = [(1 + g) * first2.a, (1 + g) * second.a];
  const [c1, c2] = [Math.hypot(a1, first2.b), Math.hypot(a2, second.b)];
  const [h1, h2] = [hue(first2.b, a1), hue(second.b, a2)];
  const grey = c1 * c2 === 0;
  const turn = h2 - h1;
  const dh = grey ? 0 : turn > 180 ? turn - 360 : turn < -180 ? turn + 360 : turn;
  const [dl, dc, dH] = [second.l - first2.l, c2 - c1, 2 * Math.sqrt(c1 * c2) * sine(dh / 2)];
  const l = (first2.l + second.l) / 2;
  const c = (c1 + c2) / 2;
  const sum = h1 + h2;
  const h = grey ? sum : Math.abs(turn) <= 180 ? sum / 2 : sum < 360 ? (sum + 360) / 2 : (sum - 360) / 2;
  const t = 1 - 0.17 * cosine(h - 30) + 0.24 * cosine(2 * h) + 0.32 * cosine(3 * h + 6) - 0.2 * cosine(4 * h - 63);
  const sl = 1 + 0.015 * (l - 50) ** 2 / Math.sqrt(20 + (l - 50) ** 2);
  const sc = 1 + 0.045 * c;
  const sh = 1 + 0.015 * c * t;
  const rc = 2 * Math.sqrt(c ** 7 / (c ** 7 + 25 ** 7));
  const rt = -sine(60 * Math.exp(-(((h - 275) / 25) ** 2))) * rc;
  return Math.sqrt((dl / sl) ** 2 + (dc / sc) ** 2 + (dH / sh) ** 2 + rt * (dc / sc) * (dH / sh));
}

// packages/core/src/color/color-fan.ts
var COLOR_PATHS = ["straight", "even", "round", "round-long"];
var colorFanSchema = fields({
  knots: listOf(fields({ x: numberIn(0, 1), y: numberIn(1e-4, 1), luminance: numberIn(0, 1e3) }), { min: 1, max: 64 }),
  path: oneOf(COLOR_PATHS),
  match: optional(oneOf(["alike"]))
});
var GREY = 1e-4;
function fanColor({ knots, path }, u) {
  const last = knots.length - 1;
  if (last <= 0) return xyzOf(knots[0] ?? { x: 0.3127, y: 0.329, luminance: 1 });
  const at = (u > 0 ? u < 1 ? u : 1 : 0) * last;
  const stretch2 = Math.min(Math.floor(at), last - 1);
  return between(xyzOf(knots[stretch2]), xyzOf(knots[stretch2 + 1]), { path, s: at - stretch2 });
}
function between(from, to, { path, s }) {
  const way = (a2, b2) => a2 + (b2 - a2) * s;
  if (path === "straight") return { x: way(from.x, to.x), y: way(from.y, to.y), z: way(from.z, to.z) };
  if (path === "even") {
    const [a2, b2] = [oklabOf(from), oklabOf(to)];
    return xyzOfOklab({ l: way(a2.l, b2.l), a: way(a2.a, b2.a), b: way(a2.b, b2.b) });
  }
  const [a, b] = [oklchOf(from), oklchOf(to)];
  const start = a.c < GREY ? b.h : a.h;
  const end = b.c < GREY ? a.h : b.h;
  const shorter = (end - start + 540) % 360 - 180;
  const turn = path === "round" || shorter === 0 ? shorter : shorter - 360 * Math.sign(shorter);
  return xyzOfOklch({ l: way(a.l, b.l), c: way(a.c, b.c), h: start + turn * s });
}

// packages/core/src/color/mix-emitters.ts
var EPSILON = 1e-9;
function brightestLevels(emitters, target) {
  const count = emitters.length;
  const columns2 = emitters.map(xyzOf);
  let best = null;
  let brightest = 0;
  for (let i = 0; i < count; i++)
    for (let j = i + 1; j < count; j++) {
      const others = Array.from({ length: count }, (_, index) => index).filter((index) => index !== i && index !== j);
      for (let full = 0; full < 1 << others.length; full++) {
        const fixed = { x: 0, y: 0, z: 0 };
        others.forEach((index, bit) => {
          if (full >> bit & 1) addTo(fixed, columns2[index]);
        });
        const solved = solve(columns2[i], columns2[j], { target, fixed });
        if (!solved || solved.s <= brightest + EPSILON || outside(solved.first) || outside(solved.second)) continue;
        brightest = solved.s;
        best = new Array(count).fill(0);
        others.forEach((index, bit) => best[index] = full >> bit & 1);
        best[i] = limited(solved.first);
        best[j] = limited(solved.second);
      }
    }
  return best;
}
function mixEmitters(emitters, target) {
  if (emitters.length < 2) return emitters.map(() => 1);
  const exact = brightestLevels(emitters, target);
  if (exact) return exact;
  const wanted = oklchOf({ x: target.x / target.y, y: 1, z: target.z / target.y });
  let [reached, missed] = [0, wanted.c];
  let levels = brightestLevels(emitters, xyzOfOklch({ ...wanted, c: 0 }));
  if (!levels) return nearestPair(emitters, target);
  for (let step = 0; step < 24; step++) {
    const c = (reached + missed) / 2;
    const tried = brightestLevels(emitters, xyzOfOklch({ ...wanted, c }));
    if (tried) [levels, reached] = [tried, c];
    else missed = c;
  }
  return levels;
}
function mixedXyz(emitters, levels) {
  const sum = { x: 0, y: 0, z: 0 };
  emitters.forEach((emitter, index) => {
    const { x, y, z } = xyzOf(emitter);
    addTo(sum, { x: x * levels[index], y: y * levels[index], z: z * levels[index] });
  });
  return sum;
}
function nearestPair(emitters, target) {
  const wanted = oklabOf({ x: target.x / target.y, y: 1, z: target.z / target.y });
  let best = { distance: Infinity, levels: emitters.map(() => 1) };
  for (let i = 0; i < emitters.length; i++)
    for (let j = i + 1; j < emitters.length; j++)
      for (let step = 0; step <= 64; step++) {
        const share = step / 64;
        const levels = emitters.map((_, index) => index === i ? Math.min(1, 2 * share) : index === j ? Math.min(1, 2 - 2 * share) : 0);
        const { x, y, z } = mixedXyz(emitters, levels);
        if (y <= 0) continue;
        const got = oklabOf({ x: x / y, y: 1, z: z / y });
        const distance2 = Math.hypot(got.l - wanted.l, got.a - wanted.a, got.b - wanted.b);
        if (distance2 < best.distance) best = { distance: distance2, levels };
      }
  return best.levels;
}
function solve(a, b, { target, fixed }) {
  const t = { x: -target.x, y: -target.y, z: -target.z };
  const f = { x: -fixed.x, y: -fixed.y, z: -fixed.z };
  const whole2 = determinant(a, b, t);
  if (Math.abs(whole2) < 1e-12) return null;
  return { first: determinant(f, b, t) / whole2, second: determinant(a, f, t) / whole2, s: determinant(a, b, f) / whole2 };
}
function determinant(a, b, c) {
  return a.x * (b.y * c.z - b.z * c.y) - b.x * (a.y * c.z - a.z * c.y) + c.x * (a.y * b.z - a.z * b.y);
}
function addTo(sum, more) {
  sum.x += more.x;
  sum.y += more.y;
  sum.z += more.z;
}
var outside = (level) => level < -EPSILON || level > 1 + EPSILON;
var limited = (level) => Math.min(1, Math.max(0, level));

// packages/core/src/geometry/beam.ts
var RADIANS = Math.PI / 180;
function turnedBack(v, rotation) {
  const [cx, sx] = [Math.cos(rotation.x * RADIANS), Math.sin(rotation.x * RADIANS)];
  const [cy, sy] = [Math.cos(rotation.y * RADIANS), Math.sin(rotation.y * RADIANS)];
  const [cz, sz] = [Math.cos(rotation.z * RADIANS), Math.sin(rotation.z * RADIANS)];
  const beforeZ = { x: cz * v.x + sz * v.y, y: -sz * v.x + cz * v.y, z: v.z };
  const beforeY = { x: cy * beforeZ.x - sy * beforeZ.z, y: beforeZ.y, z: sy * beforeZ.x + cy * beforeZ.z };
  return { x: beforeY.x, y: cx * beforeY.y + sx * beforeY.z, z: -sx * beforeY.y + cx * beforeY.z };
}

// packages/core/src/geometry/aim.ts
function aim(head, point, present = { pan: 0, tilt: 0 }) {
  const { position, rotation, panRange, tiltRange } = head;
  const m = turnBackMatrix(rotation);
  const dx = point.x - position.x;
  const dy = point.y - position.y;
  const dz = point.z - position.z;
  const x = m[0] * dx + m[1] * dy + m[2] * dz;
  const y = m[3] * dx + m[4] * dy + m[5] * dz;
  const z = m[6] * dx + m[7] * dy + m[8] * dz;
  const flat2 = Math.sqrt(x * x + y * y);
  const tilt = Math.atan2(flat2, 0 - z) * 180 / Math.PI;
  const pan = flat2 < 1e-9 ? present.pan : Math.atan2(0 - x, y) * 180 / Math.PI;
  const panLow = Math.min(panRange[0], panRange[1]);
  const panHigh = Math.max(panRange[0], panRange[1]);
  const tiltLow = Math.min(tiltRange[0], tiltRange[1]);
  const tiltHigh = Math.max(tiltRange[0], tiltRange[1]);
  let bestPan = 0;
  let bestTilt = 0;
  let bestOff = Infinity;
  let travel = Infinity;
  for (let other = 0; other < 2; other++) {
    const baseTilt = other === 0 ? tilt : -tilt;
    const withinTilt = limited2(baseTilt, tiltLow, tiltHigh);
    for (let turns = -2; turns <= 2; turns++) {
      const basePan = pan + 180 * other + 360 * turns;
      const withinPan = limited2(basePan, panLow, panHigh);
      const off = Math.abs(withinPan - basePan) + Math.abs(withinTilt - baseTilt);
      const way = Math.abs(withinPan - present.pan) + Math.abs(withinTilt - present.tilt) + (off > 1e-9 ? 1e6 * (1 + off) : 0);
      if (way < travel - 1e-9) {
        bestPan = withinPan;
        bestTilt = withinTilt;
        bestOff = off;
        travel = way;
      }
    }
  }
  return { pan: bestPan, tilt: bestTilt, reached: bestOff <= 1e-9 };
}
function limited2(value, low, high) {
  return value > low ? value < high ? value : high : low;
}
var matrices = /* @__PURE__ */ new WeakMap();
function turnBackMatrix(rotation) {
  let matrix = matrices.get(rotation);
  if (!matrix) {
    const columns2 = [
      { x: 1, y: 0, z: 0 },
      { x: 0, y: 1, z: 0 },
      { x: 0, y: 0, z: 1 }
    ].map((axis) => turnedBack(axis, rotation));
    const [p, q, r] = columns2;
    matrix = Float64Array.of(p.x, q.x, r.x, p.y, q.y, r.y, p.z, q.z, r.z);
    matrices.set(rotation, matrix);
  }
  return matrix;
}

// packages/core/src/geometry/point-fan.ts
var metres = numberIn(-1e3, 1e3);
var pointFanSchema = fields({
  knots: listOf(fields({ x: metres, y: metres, z: metres }), { min: 1, max: 64 }),
  path: oneOf(["straight", "circle"])
});
function fanPoint({ knots, path }, u) {
  const [first2, second] = [knots[0], knots[1]];
  if (path === "circle" && second) {
    const radius = Math.hypot(second.x - first2.x, second.y - first2.y);
    const angle = Math.atan2(second.y - first2.y, second.x - first2.x) + 2 * Math.PI * u;
    return { x: first2.x + radius * Math.cos(angle), y: first2.y + radius * Math.sin(angle), z: second.z };
  }
  const last = knots.length - 1;
  if (last <= 0) return first2;
  const at = (u > 0 ? u < 1 ? u : 1 : 0) * last;
  const stretch2 = Math.min(Math.floor(at), last - 1);
  const [from, to, s] = [knots[stretch2], knots[stretch2 + 1], at - stretch2];
  return { x: from.x + (to.x - from.x) * s, y: from.y + (to.y - from.y) * s, z: from.z + (to.z - from.z) * s };
}

// packages/core/src/rig/fixture.ts
var MAX_UNIVERSE = 63999;
var metres2 = numberIn(-1e4, 1e4);
var degrees = numberIn(-360, 360);
var vectorSchema = fields({ x: metres2, y: metres2, z: metres2 });
var fixtureSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["fixture"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  number: integerIn(1, 99999),
  name: textUpTo(80),
  profileId: textUpTo(64),
  modeId: textUpTo(64),
  patch: nullable(fields({ universe: integerIn(1, MAX_UNIVERSE), address: integerIn(1, 512) })),
  position: vectorSchema,
  rotation: fields({ x: degrees, y: degrees, z: degrees }),
  headStep: vectorSchema,
  precedence: optional(mapOf(oneOf(["HTP", "LTP"]), 40))
});
function headKey(fixtureId, headIndex, headCount) {
  return headCount === 1 ? fixtureId : `${fixtureId}.${headIndex + 1}`;
}

// packages/core/src/rig/profile.ts
function precedenceOf(channel) {
  return channel.precedence ?? (attributeInfo(channel.attribute).family === "Intensity" ? "HTP" : "LTP");
}
var xyYSchema = fields({ x: numberIn(0, 1), y: numberIn(0, 1), luminance: numberIn(0, 1e3) });
var physicalNumber = numberIn(-1e5, 1e5);
var channelSchema = fields({
  head: integerIn(0, 511),
  attribute: oneOf(CHANNEL_ATTRIBUTES),
  slots: listOf(integerIn(1, 512), { max: 4 }),
  physical: listOf(physicalNumber, { min: 2, max: 2 }),
  home: physicalNumber,
  precedence: optional(oneOf(["HTP", "LTP"])),
  highlight: optional(physicalNumber),
  names: optional(listOf(textUpTo(40), { max: 256 }))
});
var profileSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["profile"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  maker: textUpTo(80),
  model: textUpTo(80),
  modes: listOf(
    fields({
      id: textUpTo(64),
      name: textUpTo(80),
      footprint: integerIn(1, 512),
      heads: listOf(textUpTo(80), { min: 1, max: 512 }),
      channels: listOf(channelSchema, { min: 1, max: 2048 })
    }),
    { min: 1, max: 64 }
  ),
  wheels: optional(mapOf(listOf(xyYSchema, { min: 1, max: 64 }), 4)),
  tungstenKelvin: optional(numberIn(1e3, 12e3)),
  emitters: mapOf(xyYSchema, 16),
  beamDegrees: numberIn(0, 180)
});

// packages/core/src/rig/rig.ts
function buildRig(fixtures, profiles) {
  const heads = [];
  const drafts = [];
  for (const fixture of fixtures.toSorted((a, b) => a.number - b.number || (a.id < b.id ? -1 : 1))) {
    const profile2 = profiles.get(fixture.profileId);
    const mode = profile2?.modes.find(({ id: id4 }) => id4 === fixture.modeId);
    if (!profile2 || !mode) continue;
    const own = mode.heads.map((_, index) => makeHead({ fixture, profile: profile2, mode, index, order: heads.length + index }));
    heads.push(...own);
    for (const channel of mode.channels)
      drafts.push({ head: own[channel.head], channel, htp: (fixture.precedence?.[channel.attribute] ?? precedenceOf(channel)) === "HTP" });
  }
  const byAttribute = drafts.toSorted(
    ({ channel: a }, { channel: b }) => a.attribute < b.attribute ? -1 : a.attribute > b.attribute ? 1 : 0
  );
  const ordered = [...byAttribute.filter(({ htp }) => htp), ...byAttribute.filter(({ htp }) => !htp)];
  const parameters = ordered.map(({ head, channel, htp }, index) => {
    head.parameters.set(channel.attribute, index);
    return { head, channel, htp, home: normalized(channel, channel.home) };
  });
  const patches = {
    universes: Int32Array.from(heads, ({ fixture }) => fixture.patch?.universe ?? 0),
    addresses: Int32Array.from(heads, ({ fixture }) => fixture.patch?.address ?? 0)
  };
  return {
    heads,
    headByKey: new Map(heads.map((head) => [head.key, head])),
    parameters,
    htpCount: drafts.filter(({ htp }) => htp).length,
    patches,
    universes: universesIn(patches),
    layout: {}
  };
}
function universesIn({ universes }) {
  const used = new Uint8Array(MAX_UNIVERSE + 1);
  for (let at = 0; at < universes.length; at++) used[universes[at]] = 1;
  const rising = [];
  for (let universe = used.indexOf(1, 1); universe > 0; universe = used.indexOf(1, universe + 1)) rising.push(universe);
  return rising;
}
function makeHead(of) {
  const { fixture, mode, index } = of;
  const count = mode.heads.length;
  return {
    ...of,
    key: headKey(fixture.id, index, count),
    label: count === 1 ? String(fixture.number) : `${fixture.number}.${index + 1}`,
    position: headPosition(fixture, { index, count }),
    parameters: /* @__PURE__ */ new Map()
  };
}
function headPosition({ position, headStep }, { index, count }) {
  const steps = index - (count - 1) / 2;
  return { x: position.x + headStep.x * steps, y: position.y + headStep.y * steps, z: position.z + headStep.z * steps };
}
function normalized(channel, physical) {
  const [from, to] = channel.physical;
  const value = to === from ? 0 : (physical - from) / (to - from);
  return value > 0 ? value < 1 ? value : 1 : 0;
}
function normalizedFreely(channel, physical) {
  const [from, to] = channel.physical;
  return to === from ? 0 : (physical - from) / (to - from);
}
function normalizedSize(channel, physicalSize) {
  const [from, to] = channel.physical;
  return to === from ? 0 : physicalSize / (to - from);
}
function physicalOf(channel, value) {
  const [from, to] = channel.physical;
  return from + (to - from) * value;
}

// packages/core/src/rig/placed-head.ts
var seen = /* @__PURE__ */ new WeakMap();
function placedHead(head) {
  let placed = seen.get(head);
  if (!placed) {
    const { fixture, index } = head;
    placed = {
      key: head.key,
      number: [fixture.number, index + 1],
      address: fixture.patch ? [fixture.patch.universe, fixture.patch.address + index] : null,
      position: head.position
    };
    seen.set(head, placed);
  }
  return placed;
}

// packages/core/src/rig/mix-head.ts
var known = /* @__PURE__ */ new WeakMap();
var MOST_KNOWN = 4096;
function mix(head, target) {
  const sum = target.x + target.y + target.z;
  if (!(sum > 0) || !(target.y > 0)) return /* @__PURE__ */ new Map();
  const key = `${head.index} ${Math.round(target.x / sum * 1e6)} ${Math.round(target.y / sum * 1e6)}`;
  let of = known.get(head.profile);
  if (!of || of.size > MOST_KNOWN) known.set(head.profile, of = /* @__PURE__ */ new Map());
  let levels = of.get(key);
  if (!levels) of.set(key, levels = freshMix(head, target));
  return levels;
}
var FLAGS = ["ColorSub_C", "ColorSub_M", "ColorSub_Y"];
function freshMix(head, target) {
  const { emitters } = head.profile;
  const own = emittersOf(head);
  const levels = /* @__PURE__ */ new Map();
  if (own.length > 0) {
    mixEmitters(
      own.map((attribute) => emitters[attribute]),
      target
    ).forEach((level, index) => levels.set(own[index], level));
    return levels;
  }
  if (!FLAGS.some((attribute) => head.parameters.has(attribute))) return wheelSlot(head, target);
  const white = whiteOf(head);
  const through = linearSrgbOf(target).map((component, index) => Math.max(0, component) / Math.max(1e-6, white[index]));
  const peak = Math.max(...through, 1e-9);
  FLAGS.forEach((attribute, index) => {
    if (head.parameters.has(attribute)) levels.set(attribute, 1 - through[index] / peak);
  });
  if (head.parameters.has("Color1")) levels.set("Color1", 0);
  return levels;
}
function wheelSlot(head, target) {
  const slots = head.profile.wheels?.["Color1"];
  const channel = head.mode.channels.find((entry) => entry.head === head.index && entry.attribute === "Color1");
  if (!slots || !channel) return /* @__PURE__ */ new Map();
  const distances = slots.map((slot) => deltaE2000(evenLab(xyzOf(slot)), evenLab(target)));
  const nearest = distances.indexOf(Math.min(...distances));
  return /* @__PURE__ */ new Map([["Color1", normalized(channel, nearest)]]);
}
function mixed(head, levels) {
  const { emitters, wheels } = head.profile;
  const own = emittersOf(head);
  if (own.length > 0)
    return mixedXyz(
      own.map((attribute) => emitters[attribute]),
      own.map((attribute) => levels.get(attribute) ?? 0)
    );
  const channel = head.mode.channels.find((entry) => entry.head === head.index && entry.attribute === "Color1");
  const slot = channel && wheels?.["Color1"]?.[Math.round(physicalOf(channel, levels.get("Color1") ?? 0))];
  const white = slot ? linearSrgbOf(xyzOf(slot)) : whiteOf(head);
  const [red, green, blue] = FLAGS.map((attribute, index) => white[index] * (1 - (levels.get(attribute) ?? 0)));
  return xyzOfLinearSrgb(red, green, blue);
}
function mixDistance(head, target) {
  const levels = mix(head, target);
  return levels.size === 0 ? null : deltaE2000(evenLab(mixed(head, levels)), evenLab(target));
}
function emittersOf(head) {
  return [...head.parameters.keys()].filter((attribute) => attribute.startsWith("ColorAdd_") && head.profile.emitters[attribute]);
}
function whiteOf(head) {
  return linearSrgbOf(xyzOf({ ...head.profile.emitters["open"] ?? { x: 0.3127, y: 0.329 }, luminance: 1 }));
}
function evenLab({ x, y, z }) {
  const scale = 0.3 / Math.max(1e-9, y);
  return labOf({ x: x * scale, y: 0.3, z: z * scale });
}

// packages/core/src/rig/common-color.ts
var ALIKE = 1;
function commonColor(heads, target) {
  const kinds = [...new Map(heads.map((head) => [`${head.profile.id} ${head.index}`, head])).values()];
  const fits = (color) => kinds.every((head) => (mixDistance(head, color) ?? 0) < ALIKE);
  if (fits(target)) return target;
  const wanted = oklchOf({ x: target.x / target.y, y: 1, z: target.z / target.y });
  if (!fits(xyzOfOklch({ ...wanted, c: 0 }))) return null;
  let [reached, missed] = [0, wanted.c];
  for (let step = 0; step < 20; step++) {
    const c = (reached + missed) / 2;
    if (fits(xyzOfOklch({ ...wanted, c }))) reached = c;
    else missed = c;
  }
  return xyzOfOklch({ ...wanted, c: reached });
}
function colorsAlong(colors, heads) {
  if (colors.match !== "alike") return (u) => fanColor(colors, u);
  const found = /* @__PURE__ */ new Map();
  return (u) => {
    let color = found.get(u);
    if (!color) {
      const target = fanColor(colors, u);
      found.set(u, color = commonColor(heads, target) ?? target);
    }
    return color;
  };
}

// packages/core/src/rig/highlight-value.ts
function highlightValue(channel) {
  if (channel.highlight !== void 0) return normalized(channel, channel.highlight);
  switch (channel.attribute) {
    case "Dimmer":
    case "Shutter1":
    case "Iris":
    case "ColorAdd_R":
    case "ColorAdd_G":
    case "ColorAdd_B":
    case "ColorAdd_W":
    case "ColorAdd_RY":
    case "ColorAdd_GY":
    case "ColorAdd_C":
    case "ColorAdd_BM":
      return normalized(channel, 1);
    case "ColorSub_C":
    case "ColorSub_M":
    case "ColorSub_Y":
    case "Color1":
    case "Gobo1":
    case "Prism1":
    case "Frost1":
    case "Shutter1Strobe":
      return normalized(channel, 0);
    case "Color":
    case "Position":
    case "Pan":
    case "Tilt":
    case "Zoom":
    case "Focus1":
    case "Gobo1Pos":
    case "Fog1":
    case "Fan1":
      return null;
  }
}

// packages/core/src/shape/order.ts
var ORDERS = [
  "picked",
  "number",
  "address",
  "left-to-right",
  "front-to-back",
  "bottom-to-top",
  "outward",
  "around",
  "scattered"
];
function orderedIndices(heads, order, seed) {
  const indices = heads.map((_, index) => index);
  if (order === "picked") return indices;
  if (order === "scattered") return scatteredOrder(heads.length, seed);
  const keys = sortKeys(heads, order);
  return indices.sort((a, b) => keys[a] - keys[b] || a - b);
}
function distancesAlong(heads, order, indices) {
  if (order === "picked" || order === "number" || order === "address" || order === "scattered") {
    let travelled = 0;
    return indices.map((index, rank) => {
      if (rank > 0) travelled += distance(heads[indices[rank - 1]].position, heads[index].position);
      return travelled;
    });
  }
  const keys = sortKeys(heads, order);
  return indices.map((index) => keys[index]);
}
function sortKeys(heads, order) {
  switch (order) {
    case "number":
      return heads.map(({ number }) => number[0] * 1024 + number[1]);
    case "address":
      return heads.map(({ address }) => address ? address[0] * 1024 + address[1] : Number.MAX_SAFE_INTEGER);
    case "left-to-right":
      return heads.map(({ position }) => rounded(position.x));
    case "front-to-back":
      return heads.map(({ position }) => rounded(position.y));
    case "bottom-to-top":
      return heads.map(({ position }) => rounded(position.z));
    case "outward": {
      const middle = centre(heads);
      return heads.map(({ position }) => rounded(distance(position, middle)));
    }
    case "around": {
      const middle = centre(heads);
      return heads.map(({ position }) => {
        const degrees2 = Math.atan2(-(position.x - middle.x), -(position.y - middle.y)) * 180 / Math.PI;
        return rounded(degrees2 < 0 ? degrees2 + 360 : degrees2);
      });
    }
  }
}
function rounded(value) {
  return Math.round(value * 1e6) / 1e6;
}
function centre(heads) {
  const sum = { x: 0, y: 0, z: 0 };
  for (const { position } of heads) {
    sum.x += position.x;
    sum.y += position.y;
    sum.z += position.z;
  }
  const count = Math.max(1, heads.length);
  return { x: sum.x / count, y: sum.y / count, z: sum.z / count };
}
function distance(a, b) {
  return Math.hypot(a.x - b.x, a.y - b.y, a.z - b.z);
}

// packages/core/src/shape/place.ts
var onlyTrue = (value, path) => value === void 0 || value === true ? null : { path, value, why: "it must be true or left out" };
var runsSchema = (value, path) => value === void 0 || value === "groups" ? null : integerIn(1, 2e4)(value, path);
var shapeSchema = fields({
  order: optional(oneOf(ORDERS)),
  seed: optional(integerIn(0, 4294967295)),
  turned: onlyTrue,
  by: optional(oneOf(["rank", "distance"])),
  runs: runsSchema,
  clump: optional(integerIn(1, 2e4)),
  folded: onlyTrue
});
function placeHeads(heads, shape, kind) {
  const order = shape.order ?? "picked";
  let indices = orderedIndices(heads, order, shape.seed ?? 1);
  let along2 = shape.by === "distance" ? distancesAlong(heads, order, indices) : null;
  if (shape.turned) {
    indices = indices.toReversed();
    const end = along2?.at(-1) ?? 0;
    along2 = along2 && along2.toReversed().map((metres4) => end - metres4);
  }
  const places = new Float64Array(heads.length);
  for (const run of cutRuns(heads, indices, shape.runs ?? 1)) {
    const clumps = clumped(run, shape.clump ?? 1);
    const at = along2 ? placesByDistance(
      clumps.map(([first2]) => along2[first2]),
      shape,
      kind
    ) : placesByRank(clumps.length, shape, kind);
    clumps.forEach((members, clump) => {
      for (const rank of members) places[indices[rank]] = at[clump];
    });
  }
  return places;
}
function cutRuns(heads, indices, runs) {
  if (runs === "groups") {
    const byGroup = /* @__PURE__ */ new Map();
    indices.forEach((index, rank) => {
      const group = heads[index].group ?? "";
      const members = byGroup.get(group);
      if (members) members.push(rank);
      else byGroup.set(group, [rank]);
    });
    return [...byGroup.values()];
  }
  const count = indices.length;
  const cuts = [];
  let start = 0;
  for (let run = 0; run < runs && start < count; run++) {
    const length = Math.floor(count / runs) + (run < count % runs ? 1 : 0);
    cuts.push(Array.from({ length }, (_, offset) => start + offset));
    start += length;
  }
  return cuts.filter((cut) => cut.length > 0);
}
function clumped(run, size2) {
  const clumps = [];
  for (let start = 0; start < run.length; start += size2) clumps.push(run.slice(start, start + size2));
  return clumps;
}
function placesByRank(count, shape, kind) {
  const distinct = shape.folded ? Math.ceil(count / 2) : count;
  const steps = kind === "round" ? distinct : distinct - 1;
  return Array.from({ length: count }, (_, index) => {
    const at = shape.folded ? Math.min(index, count - 1 - index) : index;
    return steps > 0 ? at / steps : 0;
  });
}
function placesByDistance(along2, shape, kind) {
  const first2 = along2[0];
  const last = along2.at(-1);
  const reached = along2.map((at) => shape.folded ? Math.min(at - first2, last - at) : at - first2);
  const longest = Math.max(...reached);
  const distinct = shape.folded ? Math.ceil(along2.length / 2) : along2.length;
  const whole2 = kind === "round" ? (distinct - 1) / Math.max(1, distinct) : 1;
  return reached.map((at) => longest > 0 ? at / longest * whole2 : 0);
}

// packages/core/src/stroke/head-numbers.ts
var numbersOfOne = (value, path) => {
  const flaw = mapOf(numberIn(-1e5, 1e5), 64)(value, path);
  const stranger = Object.keys(value ?? {}).find((name) => !isAttribute(name));
  return flaw ?? (stranger === void 0 ? null : { path, value: stranger, why: "no head has an attribute of this name" });
};
var headNumbersSchema = mapOf(numbersOfOne, 2e4);

// packages/core/src/motion/direction.ts
var DIRECTIONS = ["forward", "backward", "there-and-back", "random"];
var RANDOM_CYCLES = 8;
var SEED = 7;
var turnings = Array.from({ length: RANDOM_CYCLES }, seededRandom(SEED)).map((dice) => dice < 0.5);
function walkOf(direction) {
  switch (direction) {
    case "forward":
      return { cycles: 1, at: (place2) => place2, edges: (of) => [...of] };
    case "backward":
      return { cycles: 1, at: (place2) => mirrored(place2), edges: (of) => of.map(mirrored) };
    case "there-and-back":
      return {
        cycles: 1,
        at: (place2) => place2 < 0.5 ? 2 * place2 : mirrored(2 * place2 - 1),
        edges: (of) => of.flatMap((edge) => [edge / 2, 0.5 + mirrored(edge) / 2])
      };
    case "random":
      return {
        cycles: RANDOM_CYCLES,
        at: (place2) => {
          const cycle = Math.floor(place2 * RANDOM_CYCLES);
          const within = place2 * RANDOM_CYCLES - cycle;
          return turnings[cycle % RANDOM_CYCLES] ? mirrored(within) : within;
        },
        edges: (of) => turnings.flatMap((turned, cycle) => of.map((edge) => (cycle + (turned ? mirrored(edge) : edge)) / RANDOM_CYCLES))
      };
  }
}
function mirrored(place2) {
  return place2 === 0 ? 1 - 1e-12 : 1 - place2;
}
function stepOrder(direction, count) {
  const forward = Array.from({ length: count }, (_, step) => step);
  switch (direction) {
    case "forward":
      return { order: forward, cycles: 1 };
    case "backward":
      return { order: forward.toReversed(), cycles: 1 };
    case "there-and-back":
      return { order: [...forward, ...forward.slice(1, -1).toReversed()], cycles: 1 };
    case "random": {
      const order = [];
      for (let round = 0; round < RANDOM_CYCLES; round++) {
        const next = [...scatteredOrder(count, SEED + round)];
        const last = round === RANDOM_CYCLES - 1 ? order[0] : void 0;
        if (count > 1 && next[0] === order.at(-1)) next.push(next.shift());
        if (count > 2 && last !== void 0 && next.at(-1) === last) next.splice(1, 0, next.pop());
        order.push(...next);
      }
      return { order, cycles: RANDOM_CYCLES };
    }
  }
}

// packages/core/src/motion/figure.ts
var FIGURES = ["circle", "line", "eight", "polygon", "rounded-square", "drawn"];
var CORNER = 0.4;
function figurePoint(figure, place2) {
  const angle = 2 * Math.PI * place2;
  switch (figure.figure) {
    case "circle":
      return { x: Math.cos(angle), y: Math.sin(angle) };
    case "line":
      return { x: Math.cos(angle), y: 0 };
    case "eight":
      return { x: Math.cos(angle), y: Math.sin(2 * angle) };
    case "polygon": {
      const corners = figure.corners ?? 4;
      const corner = (at) => figurePoint({ figure: "circle" }, at / corners);
      return along(
        corner(Math.floor(place2 * corners)),
        corner(Math.floor(place2 * corners) + 1),
        place2 * corners - Math.floor(place2 * corners)
      );
    }
    case "rounded-square":
      return roundedSquare(place2);
    case "drawn":
      return alongLine(figure.points ?? [], place2);
  }
}
function roundedSquare(place2) {
  const side = 1 - CORNER;
  const arc = Math.PI / 2 * CORNER;
  const quarter = 2 * side + arc;
  const quadrant = Math.min(3, Math.floor(place2 * 4));
  const way = (place2 * 4 - quadrant) * quarter;
  const point = () => {
    if (way < side) return { x: 1, y: way };
    if (way < side + arc) {
      const angle = (way - side) / CORNER;
      return { x: side + CORNER * Math.cos(angle), y: side + CORNER * Math.sin(angle) };
    }
    return { x: side - (way - side - arc), y: 1 };
  };
  const { x, y } = point();
  const turned = [
    { x, y },
    { x: -y, y: x },
    { x: -x, y: -y },
    { x: y, y: -x }
  ];
  return turned[quadrant];
}
function alongLine(points, place2) {
  const lengths = points.map((point, index) => {
    const next = points[(index + 1) % points.length];
    return Math.hypot(next.x - point.x, next.y - point.y);
  });
  let way = place2 * lengths.reduce((sum, length) => sum + length, 0);
  for (let index = 0; index < points.length; index++) {
    const length = lengths[index];
    if (way < length) return along(points[index], points[(index + 1) % points.length], way / length);
    way -= length;
  }
  return points[0] ?? { x: 0, y: 0 };
}
function along(from, to, s) {
  return { x: from.x + (to.x - from.x) * s, y: from.y + (to.y - from.y) * s };
}

// packages/core/src/motion/waveform.ts
var WAVEFORMS = ["sine", "triangle", "ramp-up", "ramp-down", "pulse", "soft-pulse", "random", "random-smooth"];
var RANDOM_STEPS = 8;
var RANDOM_SEED = 20;
var randomLevels = (() => {
  const random = seededRandom(RANDOM_SEED);
  return Array.from({ length: RANDOM_STEPS }, random);
})();
function waveform(kind, cycles, options = {}) {
  return shapedCycle((at) => wholeCycle(kind, at), { rest: restOf(kind), width: usedWidth(kind, options) }, options)(cycles);
}
function shapedCycle(whole2, { rest, width }, { softIn = 0, softOut = 0 }) {
  return (cycles) => {
    const at = fraction(cycles);
    if (at >= width) return rest;
    const within = at / width;
    const value = whole2(within);
    const share = Math.min(1, softIn > 0 ? within / softIn : 1, softOut > 0 ? (1 - within) / softOut : 1);
    return rest + (value - rest) * share;
  };
}
function waveformEdges(kind, options) {
  const width = usedWidth(kind, options);
  const inside = kind === "random" ? Array.from({ length: RANDOM_STEPS }, (_, step) => step / RANDOM_STEPS * width) : [0];
  return [...inside, width];
}
function usedWidth(kind, { width }) {
  return width ?? (kind === "pulse" || kind === "soft-pulse" ? 0.5 : 1);
}
function restOf(kind) {
  return kind === "pulse" ? 0 : wholeCycle(kind, 0);
}
function wholeCycle(kind, at) {
  switch (kind) {
    case "sine":
      return 0.5 + 0.5 * Math.sin(2 * Math.PI * at);
    case "triangle":
      return at < 0.5 ? 2 * at : 2 - 2 * at;
    case "ramp-up":
      return at;
    case "ramp-down":
      return 1 - at;
    case "pulse":
      return 1;
    case "soft-pulse":
      return 0.5 - 0.5 * Math.cos(2 * Math.PI * at);
    case "random":
      return randomLevels[Math.floor(at * RANDOM_STEPS)];
    case "random-smooth": {
      const step = Math.floor(at * RANDOM_STEPS);
      const from = randomLevels[step];
      const to = randomLevels[(step + 1) % RANDOM_STEPS];
      return from + (to - from) * (0.5 - 0.5 * Math.cos(Math.PI * (at * RANDOM_STEPS - step)));
    }
  }
}

// packages/core/src/motion/motion.ts
var PATH_PLANES = ["angles", "flat", "across", "along"];
var MOST_STEPS = 64;
var drive = {
  base: oneOf(["absolute", "relative"]),
  phase: fanSchema(-36e3, 36e3),
  phaseShape: shapeSchema,
  masterId: nullable(textUpTo(64)),
  rate: fanSchema(-64, 64),
  ownBpm: optional(numberIn(1, 600)),
  size: optional(fanSchema(-4, 4)),
  direction: optional(oneOf(DIRECTIONS)),
  count: optional(integerIn(1, 9999)),
  fadeInSeconds: optional(numberIn(0, 3600)),
  fadeOutSeconds: optional(numberIn(0, 3600)),
  lead: optional(leadSchema),
  together: optional(textUpTo(64))
};
var waveSchema = where(
  fields({
    ...drive,
    kind: oneOf(["wave"]),
    waveform: oneOf([...WAVEFORMS, "drawn"]),
    waveId: optional(textUpTo(64)),
    width: optional(numberIn(0.01, 1)),
    softIn: optional(numberIn(0, 1)),
    softOut: optional(numberIn(0, 1)),
    offset: optional(numberIn(-3600, 3600)),
    low: numberIn(-1e5, 1e5),
    high: numberIn(-1e5, 1e5)
  }),
  ({ waveform: waveform2, waveId }) => waveform2 === "drawn" === (waveId !== void 0) ? null : "a drawn waveform must say which one it is"
);
var metres3 = numberIn(-1e3, 1e3);
var pathSchema = where(
  fields({
    ...drive,
    kind: oneOf(["path"]),
    figure: oneOf(FIGURES),
    corners: optional(integerIn(3, 12)),
    points: optional(listOf(fields({ x: numberIn(-1, 1), y: numberIn(-1, 1) }), { min: 2, max: 256 })),
    plane: oneOf(PATH_PLANES),
    width: numberIn(0, 1e3),
    height: numberIn(0, 1e3),
    turn: numberIn(-3600, 3600),
    centre: fields({ x: metres3, y: metres3, z: metres3 })
  }),
  ({ figure, points, plane, base }) => figure === "drawn" !== (points !== void 0) ? "a drawn figure must have its points, and others have none" : plane !== "angles" && base === "relative" ? "a figure in metres has its own place on stage: it can't be added to another" : null
);
var xyY = fields({ x: numberIn(0, 1), y: numberIn(1e-4, 1), luminance: numberIn(0, 1e3) });
var stepSchema = where(
  fields({
    level: optional(numberIn(-1e5, 1e5)),
    color: optional(xyY),
    presetId: optional(textUpTo(64)),
    fade: numberIn(0, 1e3),
    hold: numberIn(0, 1e3)
  }),
  ({ level, color, presetId, fade, hold }) => [level, color, presetId].filter((said2) => said2 !== void 0).length !== 1 ? "a step must be one level, one colour or one preset" : fade + hold > 0 ? null : "a step must take some time"
);
var stepsSchema = where(
  fields({ ...drive, kind: oneOf(["steps"]), steps: listOf(stepSchema, { min: 1, max: MOST_STEPS }) }),
  ({ base, steps }) => base === "relative" && steps.some(({ level }) => level === void 0) ? "only levels can be added to what lies beneath" : null
);
var BY_KIND = {
  wave: waveSchema,
  path: pathSchema,
  steps: stepsSchema
};
var motionSchema = (value, path) => {
  const kind = typeof value === "object" && value !== null ? value.kind : void 0;
  if (kind === "wave" || kind === "path" || kind === "steps") return BY_KIND[kind](value, path);
  return { path: [...path, "kind"], value: kind, why: "a motion must be a wave, a path or steps" };
};

// packages/core/src/selection/mask.ts
var size = integerIn(1, 2e4);
var maskSchema = (value, path) => {
  const type = value?.type;
  return type === "every" || type === "runs" ? fields({ type: oneOf(["every", "runs"]), n: size, at: size })(value, path) : fields({ type: oneOf(["pairs", "single"]), at: size })(value, path);
};
function masked(base, mask) {
  if (!mask) return [...base];
  const at = mask.at - 1;
  switch (mask.type) {
    case "every":
      return base.filter((_, index) => index % mask.n === at);
    case "runs":
      return base.slice(at * mask.n, (at + 1) * mask.n);
    case "pairs": {
      const other = base.length - 1 - at;
      return at > other ? [] : base.filter((_, index) => index === at || index === other);
    }
    case "single":
      return base.slice(at, at + 1);
  }
}

// packages/core/src/selection/who.ts
var whoSchema = where(
  fields({
    groupIds: optional(listOf(textUpTo(64), { min: 1, max: 200 })),
    heads: optional(listOf(textUpTo(80), { max: 2e4 })),
    order: optional(oneOf(ORDERS)),
    seed: optional(integerIn(0, 4294967295)),
    turned: optional((value, path) => value === true ? null : { path, value, why: "it must be true or left out" }),
    mask: optional(maskSchema)
  }),
  ({ groupIds, heads }) => groupIds === void 0 === (heads === void 0) ? "it must be either groups or heads" : null
);
function placedBase(who, context) {
  const found = /* @__PURE__ */ new Map();
  const take = (heads, group) => {
    for (const head of heads) {
      const placed = found.has(head) ? null : context.placed(head);
      if (placed) found.set(head, group === void 0 ? placed : { ...placed, group });
    }
  };
  const { groupIds } = who;
  if (groupIds === void 0) take(who.heads ?? []);
  else if (groupIds.length === 1) take(context.groupHeads(groupIds[0]) ?? []);
  else for (const id4 of groupIds) take(context.groupHeads(id4) ?? [], id4);
  const base = [...found.values()];
  const { order, seed, turned } = who;
  const ordered = order === void 0 || order === "picked" ? base : orderedIndices(base, order, seed ?? 1).map((index) => base[index]);
  return turned ? ordered.reverse() : ordered;
}
function placedHeads(who, context) {
  return masked(placedBase(who, context), who.mask);
}

// packages/core/src/stroke/stroke.ts
var presetRefSchema = fields({ ids: listOf(textUpTo(64), { min: 1, max: 16 }), path: oneOf(COLOR_PATHS) });
var partSchema = where(
  fields({
    level: optional(fanSchema(-1e5, 1e5)),
    colors: optional(colorFanSchema),
    points: optional(pointFanSchema),
    presets: optional(presetRefSchema),
    nudge: optional(fanSchema(-1e5, 1e5)),
    motion: optional(motionSchema),
    taken: optional(headNumbersSchema),
    takenFrom: optional(
      listOf(fields({ cueId: textUpTo(64), heads: optional(listOf(textUpTo(80), { max: 2e4 })) }), { max: 64 })
    ),
    shape: shapeSchema,
    fade: optional(fanSchema(0, 3600)),
    delay: optional(fanSchema(0, 3600)),
    timesIn: optional(oneOf(["parts"])),
    touched: integerIn(0, Number.MAX_SAFE_INTEGER)
  }),
  ({ level, motion, colors, points, presets, nudge, taken }) => level || motion || colors || points || presets || nudge || taken ? null : "it must have a level, a colour, a point, a preset, a nudge, a motion or values of single heads"
);
function fitsItsName(name, { colors, points, level, motion, nudge }) {
  const numbers = level ?? nudge;
  const steps = motion?.kind === "steps" ? motion.steps : [];
  if (name === "Color" || name === "Position") {
    const other = name === "Color" ? points : colors ?? steps.find(({ color }) => color);
    const moved = motion === void 0 || motion.kind === "steps" || motion.kind === "path" && name === "Position";
    return other === void 0 && numbers === void 0 && moved && steps.every(({ level: number }) => number === void 0);
  }
  return colors === void 0 && points === void 0 && motion?.kind !== "path" && steps.every(({ color }) => color === void 0);
}
var partsSchema = (value, path) => {
  const flaw = mapOf(partSchema, 64)(value, path);
  if (flaw) return flaw;
  const parts = Object.entries(value);
  const stranger = parts.find(([name]) => !isAttribute(name));
  if (stranger) return { path, value: stranger[0], why: "no head has an attribute of this name" };
  const wrong = parts.find(([name, part3]) => !fitsItsName(name, part3));
  if (!wrong) return null;
  return {
    path: [...path, wrong[0]],
    value: wrong[0],
    why: "whole colours belong to Colour, points and paths to Position, and numbers to the others"
  };
};
var strokesSchema = mapOf(
  fields({ who: whoSchema, parts: partsSchema, rank: integerIn(0, Number.MAX_SAFE_INTEGER) }),
  2e3
);
function inRank(strokes) {
  return Object.entries(strokes).sort(([idA, a], [idB, b]) => a.rank - b.rank || (idA < idB ? -1 : 1));
}

// packages/core/src/preset/preset.ts
var content = where(
  partsSchema,
  (parts) => Object.values(parts).some(({ presets }) => presets !== void 0) ? "a preset can't be made of other presets" : null
);
var presetSchema = where(
  fields({
    id: textUpTo(64),
    kind: oneOf(["preset"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    name: nullable(textUpTo(80)),
    rank: integerIn(0, 1e6),
    family: oneOf([...FAMILIES, "Mixed"]),
    territoryId: nullable(textUpTo(64)),
    universal: content,
    perProfile: mapOf(content, 500),
    perHead: headNumbersSchema,
    swatch: optional(hexColor)
  }),
  (preset) => presetKeys(preset).length > 0 ? null : "it must say something"
);
function presetKeyOf(attribute) {
  const { family } = attributeInfo(attribute);
  return family === "Colour" ? "Color" : family === "Position" ? "Position" : attribute;
}
function presetKeys({ universal, perProfile, perHead }) {
  const said2 = [universal, ...Object.values(perProfile), ...Object.values(perHead)].flatMap((parts) => Object.keys(parts));
  return [...new Set(said2.map(presetKeyOf))];
}
function partsUnder(parts, key) {
  return Object.entries(parts).filter(([attribute]) => presetKeyOf(attribute) === key).sort(([a], [b]) => Number(b === key) - Number(a === key));
}

// packages/core/src/stroke/row.ts
var NO_MOTIONS = [];
function contextWith(show, more) {
  return {
    rig: show.rig,
    groupHeads: (id4) => show.groupHeads(id4),
    preset: (id4) => show.preset?.(id4) ?? null,
    savedWave: (id4) => show.savedWave?.(id4) ?? null,
    ...more
  };
}

// packages/core/src/stroke/column.ts
var OWN_TIMES = ["fade", "fadePart", "delay", "delayPart"];
function isColumn(content2) {
  return !Array.isArray(content2);
}
function isPlain2({ value, motions }) {
  return value !== null && motions.length === 0;
}
function ownTime({ times }, name, at) {
  const time5 = times[name]?.[at] ?? NaN;
  return time5 === time5 ? time5 : null;
}
var rowsOfColumns = /* @__PURE__ */ new WeakMap();
function rowsOf(content2) {
  if (!isColumn(content2)) return content2;
  let rows = rowsOfColumns.get(content2);
  if (!rows) rowsOfColumns.set(content2, rows = Array.from(content2.values, (_, at) => rowAt(content2, at)));
  return rows;
}
function rowAt(column, at) {
  const [fadePart, delayPart] = [ownTime(column, "fadePart", at), ownTime(column, "delayPart", at)];
  return {
    parameter: column.parameters[at],
    value: column.values[at],
    nudge: 0,
    fade: ownTime(column, "fade", at),
    ...fadePart === null ? {} : { fadePart },
    delay: ownTime(column, "delay", at),
    ...delayPart === null ? {} : { delayPart },
    motions: NO_MOTIONS
  };
}
function withoutTimes(column) {
  return { ...column, times: {} };
}
function picked({ parameters, values, times }, places) {
  const own = OWN_TIMES.flatMap((name) => {
    const all = times[name];
    return all ? [[name, Float64Array.from(places, (at) => all[at])]] : [];
  });
  return {
    parameters: Int32Array.from(places, (at) => parameters[at]),
    values: Float64Array.from(places, (at) => values[at]),
    times: Object.fromEntries(own)
  };
}
function risingColumn(column) {
  const last = new Map(Array.from(column.parameters, (parameter, at) => [parameter, at]));
  const order = [...last].sort(([a], [b]) => a - b).map(([, at]) => at);
  return picked(column, order);
}
function columnOver(beneath, above) {
  const [low, high] = [beneath.parameters, above.parameters];
  const [first2, last] = [high[0], high.at(-1)];
  if (last - first2 === high.length - 1 && low[0] >= first2 && low.at(-1) <= last) return above;
  const names = OWN_TIMES.filter((name) => beneath.times[name] ?? above.times[name]);
  const parameters = new Int32Array(low.length + high.length);
  const values = new Float64Array(parameters.length);
  const times = names.map((name) => [name, new Float64Array(parameters.length)]);
  let [a, b, at] = [0, 0, 0];
  while (a < low.length || b < high.length) {
    const takesAbove = b < high.length && (a >= low.length || high[b] <= low[a]);
    const from = takesAbove ? above : beneath;
    const index = takesAbove ? b++ : a++;
    if (takesAbove && a < low.length && low[a] === high[index]) a++;
    parameters[at] = from.parameters[index];
    values[at] = from.values[index];
    for (const [name, all] of times) all[at] = from.times[name]?.[index] ?? NaN;
    at++;
  }
  return {
    parameters: parameters.slice(0, at),
    values: values.slice(0, at),
    times: Object.fromEntries(times.map(([name, all]) => [name, all.slice(0, at)]))
  };
}

// packages/core/src/stroke/part-times.ts
var NO_TIMES = { fade: null, delay: null };
function timesAt({ fade, delay, timesIn }, u) {
  if (!fade && !delay) return NO_TIMES;
  const [fadeHere, delayHere] = [fade ? fan(fade.knots, u, fade.path) : null, delay ? fan(delay.knots, u, delay.path) : null];
  if (timesIn !== "parts") return { fade: fadeHere, delay: delayHere };
  return {
    ...NO_TIMES,
    ...fadeHere === null ? {} : { fadePart: fadeHere },
    ...delayHere === null ? {} : { delayPart: delayHere }
  };
}
function timesOver(above, beneath) {
  const fade = above.fade !== null || above.fadePart !== void 0 ? above : beneath;
  const delay = above.delay !== null || above.delayPart !== void 0 ? above : beneath;
  return {
    fade: fade.fade,
    ...fade.fadePart === void 0 ? {} : { fadePart: fade.fadePart },
    delay: delay.delay,
    ...delay.delayPart === void 0 ? {} : { delayPart: delay.delayPart }
  };
}

// packages/core/src/stroke/laid.ts
var Laid = class {
  #rig;
  /** By attribute and side of where HTP ends. */
  #columns = /* @__PURE__ */ new Map();
  #rows = /* @__PURE__ */ new Map();
  constructor(rig) {
    this.#rig = rig;
  }
  add(content2) {
    if (isColumn(content2)) this.#addColumn(content2);
    else for (const row of content2) this.#addRow(row);
  }
  /** All that was laid, rising. */
  get content() {
    const rows = [...this.#rows.values()].map((own) => [...own.values()].sort((a, b) => a.parameter - b.parameter));
    return [...this.#columns.values(), ...rows].sort((a, b) => firstOf(a) - firstOf(b));
  }
  #addColumn(column) {
    if (column.parameters.length === 0) return;
    const key = this.#keyOf(column.parameters[0]);
    if (this.#rows.has(key)) return rowsOf(column).forEach((row) => this.#addRow(row));
    const beneath = this.#columns.get(key);
    this.#columns.set(key, beneath ? columnOver(beneath, column) : column);
  }
  #addRow(row) {
    const key = this.#keyOf(row.parameter);
    let own = this.#rows.get(key);
    if (!own) {
      const column = this.#columns.get(key);
      this.#columns.delete(key);
      this.#rows.set(key, own = new Map(column ? rowsOf(column).map((plain) => [plain.parameter, plain]) : []));
    }
    own.set(row.parameter, laidOver(own.get(row.parameter), row));
  }
  #keyOf(parameter) {
    const { attribute } = this.#rig.parameters[parameter].channel;
    return parameter < this.#rig.htpCount ? `${attribute} HTP` : attribute;
  }
};
function firstOf(content2) {
  return isColumn(content2) ? content2.parameters[0] : content2[0].parameter;
}
function laidOver(beneath, row) {
  if (!beneath || row.value !== null) return row;
  const { nudge } = row;
  const moved = nudge === 0 ? beneath.motions : beneath.motions.map((motion) => motion.relative ? motion : shifted(motion, nudge));
  return {
    parameter: row.parameter,
    value: beneath.value === null ? null : beneath.value + nudge,
    nudge: beneath.value === null ? beneath.nudge + nudge : 0,
    ...timesOver(row, beneath),
    motions: row.motions.length === 0 ? moved : [...moved, ...row.motions]
  };
}
function shifted(motion, by) {
  return { ...motion, low: motion.low + by, middle: motion.middle + by };
}

// packages/core/src/rig/attribute-table.ts
var tables = /* @__PURE__ */ new WeakMap();
function attributeTable(rig, attribute) {
  let known4 = tables.get(rig.layout);
  if (!known4) tables.set(rig.layout, known4 = /* @__PURE__ */ new Map());
  let table = known4.get(attribute);
  if (!table) known4.set(attribute, table = makeTable(rig, attribute));
  return table;
}
function makeTable({ heads, parameters: all }, attribute) {
  const parameters = new Int32Array(heads.length).fill(-1);
  const [from, size2] = [new Float64Array(heads.length), new Float64Array(heads.length)];
  heads.forEach((head, at) => {
    const parameter = head.parameters.get(attribute);
    if (parameter === void 0) return;
    const [low, high] = all[parameter].channel.physical;
    parameters[at] = parameter;
    from[at] = low;
    size2[at] = high - low;
  });
  return { parameters, from, size: size2 };
}

// packages/core/src/stroke/aim-head.ts
function axesOf(head, rig) {
  const [pan, tilt] = [head.parameters.get("Pan"), head.parameters.get("Tilt")];
  if (pan === void 0 || tilt === void 0) return null;
  return {
    pan: { parameter: pan, channel: rig.parameters[pan].channel },
    tilt: { parameter: tilt, channel: rig.parameters[tilt].channel }
  };
}
function aimHead(head, { pan, tilt }, of) {
  const placement = { position: head.position, rotation: head.fixture.rotation };
  return aim({ ...placement, panRange: pan.channel.physical, tiltRange: tilt.channel.physical }, of.point, of.present);
}

// packages/core/src/motion/cycle-table.ts
var CELLS = 4096;
var JUST_BEFORE = 1e-6;
function cycleTable(valueAt2, { cells = CELLS, edges = [] }) {
  const table = new Float32Array(2 * cells);
  const broken = new Set(edges.flatMap((edge) => isWhole(edge * cells) ? [] : [Math.floor(edge * cells) % cells]));
  for (let cell = 0; cell < cells; cell++) {
    const start = valueAt2(cell / cells);
    table[2 * cell] = start;
    if (!broken.has(cell)) table[2 * cell + 1] = valueAt2((cell + 1 - JUST_BEFORE) / cells) - start;
  }
  return table;
}
function isWhole(value) {
  return Math.abs(value - Math.round(value)) < 1e-9;
}
function readTable(table, at) {
  const place2 = at * (table.length >> 1);
  const cell = place2 | 0;
  return table[2 * cell] + table[2 * cell + 1] * (place2 - cell);
}

// packages/core/src/motion/saved-wave.ts
var MOST_WAVE_POINTS = 64;
var wavePoints = where(
  listOf(fields({ at: numberIn(0, 1), value: numberIn(0, 1) }), { min: 2, max: MOST_WAVE_POINTS }),
  (points) => points[0].at === 0 && points.every(({ at }, index) => index === 0 || at > points[index - 1].at) && points.at(-1).at < 1 ? null : "its points must rise from place 0 and end before 1"
);
var savedWaveSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["savedWave"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  rank: integerIn(0, 1e6),
  points: wavePoints,
  joined: oneOf(["straight", "smooth"])
});
function drawnValue({ points, joined }, place2) {
  const next = points.findIndex(({ at }) => at > place2);
  const from = points.at(next === -1 ? -1 : next - 1);
  const to = next === -1 ? { at: 1, value: points[0].value } : points[next];
  const s = (place2 - from.at) / (to.at - from.at);
  return from.value + (to.value - from.value) * (joined === "smooth" ? 0.5 - 0.5 * Math.cos(Math.PI * s) : s);
}

// packages/core/src/motion/motion-table.ts
var MOST_KNOWN2 = 256;
var known2 = /* @__PURE__ */ new Map();
var knownDrawn = /* @__PURE__ */ new WeakMap();
function remembered(cache, key, make) {
  let found = cache.get(key);
  if (!found) {
    if (cache.size >= MOST_KNOWN2) cache.clear();
    cache.set(key, found = make());
  }
  return found;
}
function waveMotionTable(motion, drawn) {
  const { width, softIn, softOut, direction = "forward" } = motion;
  const key = [motion.waveform, width, softIn, softOut, direction].join(" ");
  if (motion.waveform !== "drawn") {
    const kind = motion.waveform;
    return remembered(known2, key, () => walked((at) => waveform(kind, at, motion), waveformEdges(kind, motion), direction));
  }
  if (!drawn) return remembered(known2, "nothing drawn", () => walked(() => 0, [], "forward"));
  let own = knownDrawn.get(drawn);
  if (!own) knownDrawn.set(drawn, own = /* @__PURE__ */ new Map());
  return remembered(own, key, () => {
    const used = { rest: drawn.points[0].value, width: width ?? 1 };
    return walked(
      shapedCycle((at) => drawnValue(drawn, at), used, motion),
      [used.width],
      direction
    );
  });
}
function walked(valueAt2, edges, direction) {
  const walk = walkOf(direction);
  const table = cycleTable((place2) => valueAt2(cyclePlace(walk.at(place2))), { cells: CELLS * walk.cycles, edges: walk.edges(edges) });
  return { table, cycles: walk.cycles };
}
function cyclePlace(place2) {
  return place2 < 1 ? place2 : 0;
}
function stepTable(values, steps, direction = "forward") {
  const key = `steps ${direction} ${values.join(" ")} | ${steps.map(({ fade, hold }) => `${fade} ${hold}`).join(" ")}`;
  return remembered(known2, key, () => {
    const { order, cycles } = stepOrder(direction, values.length);
    const ends = [];
    for (const step of order) ends.push((ends.at(-1) ?? 0) + steps[step].fade + steps[step].hold);
    const whole2 = ends.at(-1);
    const valueAt2 = (place2) => {
      const at = place2 * whole2;
      const found = ends.findIndex((end) => at < end);
      const index = found === -1 ? order.length - 1 : found;
      const { fade } = steps[order[index]];
      const within = at - (ends[index - 1] ?? 0);
      const to = values[order[index]];
      if (within >= fade) return to;
      const from = values[order.at(index - 1)];
      return from + (to - from) * (within / fade);
    };
    const edges = order.flatMap((step, index) => steps[step].fade === 0 ? [(ends[index - 1] ?? 0) / whole2] : []);
    return { table: cycleTable(valueAt2, { cells: CELLS * Math.ceil(order.length / 16), edges }), cycles };
  });
}
function pathOffset(motion, place2) {
  const { x, y } = figurePoint(motion, cyclePlace(walkOf(motion.direction ?? "forward").at(place2)));
  const angle = motion.turn * Math.PI / 180;
  const [wide, high] = [x * motion.width / 2, y * motion.height / 2];
  return { x: wide * Math.cos(angle) - high * Math.sin(angle), y: wide * Math.sin(angle) + high * Math.cos(angle) };
}
function pathPoint(motion, place2, size2 = 1) {
  const { x, y } = pathOffset(motion, place2);
  const { centre: centre2 } = motion;
  switch (motion.plane) {
    case "across":
      return { x: centre2.x + x * size2, y: centre2.y, z: centre2.z + y * size2 };
    case "along":
      return { x: centre2.x, y: centre2.y + x * size2, z: centre2.z + y * size2 };
    case "flat":
    case "angles":
      return { x: centre2.x + x * size2, y: centre2.y + y * size2, z: centre2.z };
  }
}
function pathCycles(motion) {
  return walkOf(motion.direction ?? "forward").cycles;
}
function anglePathTables(motion) {
  const cycles = pathCycles(motion);
  const { figure, corners, points, width, height, turn, direction } = motion;
  const tableOf = (axis) => remembered(known2, `path ${axis} ${JSON.stringify({ figure, corners, points, width, height, turn, direction })}`, () => ({
    table: cycleTable((place2) => pathOffset(motion, place2)[axis], { cells: PATH_CELLS * cycles }),
    cycles
  }));
  return { pan: tableOf("x"), tilt: tableOf("y") };
}
var PATH_CELLS = 480;

// packages/core/src/stroke/motion-rows.ts
function motionsOfHeads(of) {
  const { motion, attribute, part: part3, spread } = of;
  const along2 = spread.places(part3.shape, "open");
  const phases = spread.places(motion.phaseShape, "round");
  const tables2 = tablesOf(of);
  const { family } = attributeInfo(attribute);
  const plain = { masterId: motion.masterId, ownBpm: motion.ownBpm ?? OWN_BPM, family, relative: motion.base === "relative" };
  const offset = motion.kind === "wave" ? motion.offset ?? 0 : 0;
  return (head, index) => {
    const u = along2[index];
    const size2 = motion.size ? fan(motion.size.knots, u, motion.size.path) : 1;
    return tables2(head, { size: size2, index }).map(({ parameter, swing: { cycles, ...swing } }) => ({
      parameter,
      motion: {
        ...plain,
        ...swing,
        phaseCycles: (fan(motion.phase.knots, phases[index], motion.phase.path) - offset) / 360 / cycles,
        rate: fan(motion.rate.knots, u, motion.rate.path) / cycles,
        ...motion.lead ? { lead: fan(motion.lead.cycles.knots, u, motion.lead.cycles.path) / cycles, leadSeconds: motion.lead.atSeconds } : {},
        count: motion.count === void 0 ? null : motion.count / cycles,
        fadeInSeconds: motion.fadeInSeconds ?? 0,
        fadeOutSeconds: motion.fadeOutSeconds ?? 0
      }
    }));
  };
}
var OWN_BPM = 60;
function tablesOf(of) {
  const { motion } = of;
  switch (motion.kind) {
    case "wave":
      return waveSwings(of, motion);
    case "steps":
      return stepSwings(of, motion);
    case "path":
      return motion.plane === "angles" ? angleSwings(of, motion) : planeSwings(of, motion);
  }
}
function waveSwings({ attribute, show }, motion) {
  const drawn = motion.waveId === void 0 ? null : show.savedWave?.(motion.waveId) ?? null;
  const shared = waveMotionTable(motion, drawn);
  const relative = motion.base === "relative";
  const scaled = relative ? normalizedSize : normalizedFreely;
  return (head, { size: size2 }) => {
    const parameter = head.parameters.get(attribute);
    if (parameter === void 0) return [];
    const { channel } = show.rig.parameters[parameter];
    const middle = relative ? 0 : (motion.low + motion.high) / 2;
    const low = scaled(channel, middle + (motion.low - middle) * size2);
    const high = scaled(channel, middle + (motion.high - middle) * size2);
    return [{ parameter, swing: { ...shared, low, span: high - low, middle: scaled(channel, middle) } }];
  };
}
function angleSwings({ show }, motion) {
  const { pan, tilt } = anglePathTables(motion);
  const relative = motion.base === "relative";
  const swing = (table, of) => {
    const middle = relative ? 0 : normalizedFreely(of.channel, of.centre);
    return { ...table, low: middle, span: normalizedSize(of.channel, 1) * of.size, middle };
  };
  return (head, { size: size2 }) => {
    const axes = axesOf(head, show.rig);
    if (!axes) return [];
    return [
      { parameter: axes.pan.parameter, swing: swing(pan, { channel: axes.pan.channel, centre: motion.centre.x, size: size2 }) },
      { parameter: axes.tilt.parameter, swing: swing(tilt, { channel: axes.tilt.channel, centre: motion.centre.y, size: size2 }) }
    ];
  };
}
var MANY_HEADS = 500;
var knownAngles = /* @__PURE__ */ new WeakMap();
function planeSwings({ show, spread }, motion) {
  let kept = knownAngles.get(motion);
  if (kept?.spread !== spread) knownAngles.set(motion, kept = { spread, byHead: /* @__PURE__ */ new Map() });
  const { byHead } = kept;
  const pointsOf = /* @__PURE__ */ new Map();
  const cycles = pathCycles(motion);
  const cells = (spread.heads.length > MANY_HEADS ? PATH_CELLS / 8 : PATH_CELLS / 4) * cycles;
  return (head, { size: size2 }) => {
    const axes = axesOf(head, show.rig);
    if (!axes) return [];
    const middle = aimHead(head, axes, { point: motion.centre });
    const key = `${head.key} ${size2}`;
    let tables2 = byHead.get(key);
    if (!tables2) {
      let points = pointsOf.get(size2);
      if (!points) pointsOf.set(size2, points = Array.from({ length: cells }, (_, cell) => pathPoint(motion, cell / cells, size2)));
      tables2 = angleTables(points, middle, (point, present) => aimHead(head, axes, { point, present })).map((table) => ({ table, cycles }));
      byHead.set(key, tables2);
    }
    return ["pan", "tilt"].map((axis, index) => {
      const { parameter, channel } = axes[axis];
      const low = normalizedFreely(channel, 0);
      const span = normalizedSize(channel, 1);
      return { parameter, swing: { ...tables2[index], low, span, middle: low + span * middle[axis] } };
    });
  };
}
function angleTables(points, middle, aimAt) {
  const [pan, tilt] = [new Float32Array(2 * points.length), new Float32Array(2 * points.length)];
  let present = aimAt(points[0], middle);
  points.forEach((_, cell) => {
    const next = aimAt(points[(cell + 1) % points.length], present);
    pan[2 * cell] = present.pan;
    pan[2 * cell + 1] = next.pan - present.pan;
    tilt[2 * cell] = present.tilt;
    tilt[2 * cell + 1] = next.tilt - present.tilt;
    present = next;
  });
  return [pan, tilt];
}
function stepSwings({ attribute, rowsOf: rowsOf2, show }, motion) {
  const { steps, direction } = motion;
  const relative = motion.base === "relative";
  const said2 = steps.map((step) => new Map(rowsOf2(stepPart(step)).map(({ parameter, value }) => [parameter, value])));
  const key = attributeInfo(attribute);
  return (head, { size: size2 }) => [...head.parameters].flatMap(([name, parameter]) => {
    if (!underSteps(attribute, key.family, name)) return [];
    const { channel } = show.rig.parameters[parameter];
    const own = steps.map((step, index) => relative ? normalizedSize(channel, step.level ?? 0) : said2[index].get(parameter) ?? null);
    const values = filled(own);
    if (!values) return [];
    const middle = relative ? 0 : (Math.min(...values) + Math.max(...values)) / 2;
    const table = stepTable(values, steps, direction);
    return [{ parameter, swing: { ...table, low: middle * (1 - size2), span: size2, middle } }];
  });
}
function underSteps(attribute, family, name) {
  return attribute === "Color" || attribute === "Position" ? attributeInfo(name).family === family : name === attribute;
}
function stepPart({ level, color, presetId }) {
  const plain = { shape: {}, touched: 0 };
  if (presetId !== void 0) return { ...plain, presets: { ids: [presetId], path: "even" } };
  if (color) return { ...plain, colors: { knots: [color], path: "even" } };
  return { ...plain, level: { knots: [level ?? 0] } };
}
function filled(values) {
  let last = values.findLast((value) => value !== null) ?? null;
  if (last === null) return null;
  return values.map((value) => last = value ?? last);
}

// packages/core/src/stroke/make-rows.ts
function makeRows(of) {
  const { attribute, part: part3, spread, show } = of;
  const { family } = attributeInfo(attribute);
  const { motion, points } = part3;
  const places = spread.places(part3.shape, points?.path === "circle" ? "round" : "open");
  const content2 = contentOf(of);
  const movesOf = motion && motionsOfHeads({ ...of, motion });
  const rows = [];
  for (let index = 0; index < spread.heads.length; index++) {
    const head = spread.heads[index];
    if (show.reaches && !show.reaches(head.key, family)) continue;
    const u = places[index];
    const times = timesAt(part3, u);
    const own = content2(head, u, times);
    if (movesOf) withMotions(own, movesOf(head, index), times);
    for (const row of own) rows.push(row);
  }
  return rows;
}
function withMotions(own, moves, times) {
  for (const { parameter, motion } of moves) {
    const at = own.findIndex((row) => row.parameter === parameter);
    const motions = [motion];
    if (at >= 0) own[at] = { ...own[at], motions };
    else own.push({ parameter, value: motion.relative ? null : 0, nudge: 0, ...times, motions });
  }
}
function contentOf({ attribute, part: part3, spread, show }) {
  const { level, colors, points, nudge, taken } = part3;
  if (taken) {
    const by = (u) => nudge ? fan(nudge.knots, u, nudge.path) : 0;
    return (head, u, times) => takenRows(head, taken, { attribute, by: by(u), times, show });
  }
  if (colors) {
    const colorOf = colorMixer(colors, spread.heads);
    return (head, u, times) => [...colorOf(head, u)].map(([name, value]) => plainRow(head.parameters.get(name), value, times));
  }
  if (points) return (head, u, times) => aimedRows(head, { point: fanPoint(points, u), show, times });
  if (!level && !nudge) return () => [];
  const absoluteMotion = part3.motion?.base === "absolute";
  return (head, u, times) => {
    const parameter = head.parameters.get(attribute);
    if (parameter === void 0) return [];
    const { channel } = show.rig.parameters[parameter];
    const push = nudge ? normalizedSize(channel, fan(nudge.knots, u, nudge.path)) : 0;
    const own = level ? normalizedFreely(channel, fan(level.knots, u, level.path)) : absoluteMotion ? 0 : null;
    return [{ parameter, value: own === null ? null : own + push, nudge: own === null ? push : 0, ...times, motions: NO_MOTIONS }];
  };
}
function takenRows(head, taken, { attribute, by, times, show }) {
  return Object.entries(taken[head.key] ?? {}).flatMap(([name, value]) => {
    const parameter = head.parameters.get(name);
    if (parameter === void 0) return [];
    const { channel } = show.rig.parameters[parameter];
    return [plainRow(parameter, normalizedFreely(channel, value + (name === attribute ? by : 0)), times)];
  });
}
function colorMixer(colors, heads) {
  const along2 = colorsAlong(colors, heads);
  if (colors.knots.length > 1) return (head, u) => mix(head, along2(u));
  const color = along2(0);
  const mixes = /* @__PURE__ */ new Map();
  return (head) => {
    let own = mixes.get(head.profile);
    if (!own) mixes.set(head.profile, own = []);
    return own[head.index] ??= mix(head, color);
  };
}
function plainRow(parameter, value, times) {
  return { parameter, value, nudge: 0, ...times, motions: NO_MOTIONS };
}
function aimedRows(head, { point, show, times }) {
  const axes = axesOf(head, show.rig);
  if (!axes) return [];
  const angleOf = ({ parameter, channel }) => {
    const present = show.present?.(parameter) ?? null;
    return present === null ? 0 : physicalOf(channel, present);
  };
  const found = aimHead(head, axes, { point, present: { pan: angleOf(axes.pan), tilt: angleOf(axes.tilt) } });
  return [
    plainRow(axes.pan.parameter, normalizedFreely(axes.pan.channel, found.pan), times),
    plainRow(axes.tilt.parameter, normalizedFreely(axes.tilt.channel, found.tilt), times)
  ];
}

// packages/core/src/stroke/make-columns.ts
var Draft = class {
  #parameters;
  #values;
  #times;
  #count = 0;
  #rises = true;
  constructor(most, timed) {
    this.#parameters = new Int32Array(most);
    this.#values = new Float64Array(most);
    this.#times = timed.map((name) => [name, new Float64Array(most)]);
  }
  add(parameter, value, times) {
    const at = this.#count++;
    if (at > 0 && this.#parameters[at - 1] >= parameter) this.#rises = false;
    this.#parameters[at] = parameter;
    this.#values[at] = value;
    for (const [name, all] of this.#times) all[at] = times[name];
  }
  done() {
    const column = {
      parameters: this.#parameters.slice(0, this.#count),
      values: this.#values.slice(0, this.#count),
      times: Object.fromEntries(this.#times.map(([name, all]) => [name, all.slice(0, this.#count)]))
    };
    return this.#rises ? column : risingColumn(column);
  }
};
var Columns = class {
  #htpCount;
  #of;
  #raised = /* @__PURE__ */ new Map();
  #replaced = /* @__PURE__ */ new Map();
  constructor({ htpCount }, of) {
    this.#htpCount = htpCount;
    this.#of = of;
  }
  add(attribute, parameter, value, times) {
    const drafts = parameter < this.#htpCount ? this.#raised : this.#replaced;
    let draft = drafts.get(attribute);
    if (!draft) drafts.set(attribute, draft = new Draft(this.#of.most, this.#of.timed));
    draft.add(parameter, value, times);
  }
  done() {
    return [...this.#raised.values(), ...this.#replaced.values()].map((draft) => draft.done());
  }
};
var UNTIMED = { fade: NaN, fadePart: NaN, delay: NaN, delayPart: NaN };
function timesOfPart({ fade, delay, timesIn }) {
  if (!fade && !delay) return { timed: [], at: () => UNTIMED };
  const [fades, delays] = timesIn === "parts" ? ["fadePart", "delayPart"] : ["fade", "delay"];
  return {
    timed: [...fade ? [fades] : [], ...delay ? [delays] : []],
    at: (u) => ({
      ...UNTIMED,
      ...fade ? { [fades]: fan(fade.knots, u, fade.path) } : {},
      ...delay ? { [delays]: fan(delay.knots, u, delay.path) } : {}
    })
  };
}
function makeColumns(of) {
  const { attribute, part: part3, spread, show } = of;
  const { level, colors, points, taken, motion, presets } = part3;
  if (points || taken || motion || presets || !(level || colors)) return null;
  const { family } = attributeInfo(attribute);
  const places = spread.places(part3.shape, "open");
  const { timed, at } = timesOfPart(part3);
  const alike = (part3.fade?.knots.length ?? 0) <= 1 && (part3.delay?.knots.length ?? 0) <= 1;
  const forAll = at(0);
  const columns2 = new Columns(show.rig, { most: spread.heads.length, timed });
  const add = colors ? colorValues(of) : levelValues(of);
  for (let index = 0; index < spread.heads.length; index++) {
    if (show.reaches && !show.reaches(spread.heads[index].key, family)) continue;
    const u = places[index];
    add(columns2, index, u, alike ? forAll : at(u));
  }
  return columns2.done();
}
function colorValues({ part: part3, spread }) {
  const colorOf = colorMixer(part3.colors, spread.heads);
  return (columns2, index, u, times) => {
    const head = spread.heads[index];
    for (const [name, value] of colorOf(head, u)) columns2.add(name, head.parameters.get(name), value, times);
  };
}
function levelValues({ attribute, part: part3, spread, show }) {
  const { nudge } = part3;
  const level = part3.level;
  const { parameters, from, size: size2 } = attributeTable(show.rig, attribute);
  const { orders } = spread;
  return (columns2, index, u, times) => {
    const order = orders[index];
    const parameter = parameters[order];
    if (parameter < 0) return;
    const length = size2[order];
    const own = length === 0 ? 0 : (fan(level.knots, u, level.path) - from[order]) / length;
    const push = nudge && length !== 0 ? fan(nudge.knots, u, nudge.path) / length : 0;
    columns2.add(attribute, parameter, own + push, times);
  };
}
function contentOfRows(rows, rig) {
  if (!rows.every(isPlain2)) return [rows];
  const timed = OWN_TIMES.filter((name) => rows.some((row) => (row[name] ?? null) !== null));
  const columns2 = new Columns(rig, { most: rows.length, timed });
  for (const { parameter, value, ...times } of rows)
    columns2.add(rig.parameters[parameter].channel.attribute, parameter, value, timesOfRow(times));
  return columns2.done();
}
function timesOfRow({ fade, fadePart = NaN, delay, delayPart = NaN }) {
  return { fade: fade ?? NaN, fadePart, delay: delay ?? NaN, delayPart };
}

// packages/core/src/stroke/part-reads.ts
function motionReads(motion) {
  if (motion?.kind === "steps") return motion.steps.flatMap(({ presetId }) => presetId ?? []);
  return motion?.kind === "wave" && motion.waveId !== void 0 ? [motion.waveId] : [];
}
var readsOfPresets = /* @__PURE__ */ new WeakMap();
function presetReads(preset) {
  let reads = readsOfPresets.get(preset);
  if (!reads) {
    const parts = [preset.universal, ...Object.values(preset.perProfile)].flatMap((scope) => Object.values(scope));
    readsOfPresets.set(preset, reads = parts.flatMap(({ motion }) => motionReads(motion)));
  }
  return reads;
}
function partReads(part3, show) {
  if (!part3.presets && !part3.motion) return [];
  const own = [...part3.presets?.ids ?? [], ...motionReads(part3.motion)];
  return own.flatMap((id4) => {
    const preset = show.preset?.(id4);
    return preset ? [id4, ...presetReads(preset).flatMap((inner) => [inner, ...innerReads(inner, show)])] : [id4];
  });
}
function innerReads(id4, show) {
  const preset = show.preset?.(id4);
  return preset ? presetReads(preset) : [];
}
var PLACES = "places of heads";
var ANY_HEADS = "heads by name";
function addReads(reads, of, show) {
  if (of.who.groupIds) of.who.groupIds.forEach((id4) => reads.add(id4));
  else reads.add(ANY_HEADS);
  const ids = partReads(of.part, show);
  for (const id4 of ids) reads.add(id4);
  if (goesByPlace(of.who) || ofPlaces(of.attribute, of.part) || ids.some((id4) => presetOfPlaces(id4, show))) reads.add(PLACES);
}
function goesByPlace({ order, by }) {
  return by === "distance" || order !== void 0 && order !== "picked" && order !== "scattered";
}
function ofPlaces(attribute, { shape, motion }) {
  return attribute === "Position" || goesByPlace(shape) || motion?.kind === "path" || motion !== void 0 && goesByPlace(motion.phaseShape);
}
function presetOfPlaces(id4, show) {
  const preset = show.preset?.(id4);
  if (!preset) return false;
  const scopes = [preset.universal, ...Object.values(preset.perProfile)];
  return scopes.some((scope) => Object.entries(scope).some(([attribute, part3]) => ofPlaces(attribute, part3)));
}
function readRecord(id4, show) {
  return show.preset?.(id4) ?? show.savedWave?.(id4) ?? null;
}

// packages/core/src/stroke/preset-rows.ts
function presetRows(of) {
  const { part: part3, show, spread } = of;
  const presets = part3.presets.ids.flatMap((id4) => show.preset?.(id4) ?? []);
  if (presets.length === 0) return [];
  const rows = presets.length === 1 ? rowsOfOne(presets[0], of) : rowsBetween(presets, of);
  if (!part3.fade && !part3.delay) return rows;
  const places = spread.places(part3.shape, "open");
  const timesOf = new Map(spread.heads.map(({ key }, index) => [key, timesAt(part3, places[index])]));
  return rows.map(({ fade, fadePart, delay, delayPart, ...row }) => {
    const own = timesOf.get(show.rig.parameters[row.parameter].head.key);
    const inside = { fade, delay, ...fadePart === void 0 ? {} : { fadePart }, ...delayPart === void 0 ? {} : { delayPart } };
    return { ...row, ...timesOver(own, inside) };
  });
}
function scopeOf(preset, head, key) {
  const own = preset.perHead[head.key];
  if (own && Object.keys(own).some((attribute) => presetKeyOf(attribute) === key)) return "per head";
  const profile2 = preset.perProfile[head.profile.id];
  if (profile2 && partsUnder(profile2, key).length > 0) return "per profile";
  return partsUnder(preset.universal, key).length > 0 ? "universal" : null;
}
function contentForAll(preset, key) {
  const forAll = partsUnder(preset.universal, key);
  if (forAll.length !== 1 || [preset.perHead, preset.perProfile].some((table) => Object.keys(table).length > 0)) return null;
  const [attribute, part3] = forAll[0];
  return { attribute, part: part3 };
}
function presetColumns(of) {
  const { attribute: key, part: part3, show } = of;
  const [preset, ...more] = part3.presets?.ids.flatMap((id4) => show.preset?.(id4) ?? []) ?? [];
  if (!preset || more.length > 0 || part3.fade || part3.delay) return null;
  const content2 = contentForAll(preset, key);
  return content2 && makeColumns({ ...of, ...content2 });
}
function rowsOfOne(preset, { attribute: key, spread, show, rowsOf: rowsOf2 }) {
  const content2 = contentForAll(preset, key);
  if (content2) return makeRows({ ...content2, spread, show, rowsOf: rowsOf2 });
  const forAll = partsUnder(preset.universal, key);
  const { family } = attributeInfo(key);
  const rows = /* @__PURE__ */ new Map();
  const profiles = /* @__PURE__ */ new Set();
  const scopes = new Map(spread.heads.map((head) => [head.key, scopeOf(preset, head, key)]));
  const take = (parts, fits) => {
    for (const [attribute, part3] of parts)
      for (const row of makeRows({ attribute, part: part3, spread, show, rowsOf: rowsOf2 }))
        if (fits(show.rig.parameters[row.parameter].head)) rows.set(row.parameter, row);
  };
  for (const head of spread.heads) {
    const scope = scopes.get(head.key);
    if (scope === "per profile") profiles.add(head.profile.id);
    if (scope !== "per head" || show.reaches && !show.reaches(head.key, family)) continue;
    for (const [attribute, value] of Object.entries(preset.perHead[head.key])) {
      const parameter = presetKeyOf(attribute) === key ? head.parameters.get(attribute) : void 0;
      if (parameter !== void 0)
        rows.set(parameter, plainRow(parameter, normalizedFreely(show.rig.parameters[parameter].channel, value), NO_TIMES));
    }
  }
  take(forAll, (head) => scopes.get(head.key) === "universal");
  for (const id4 of profiles)
    take(partsUnder(preset.perProfile[id4], key), (head) => head.profile.id === id4 && scopes.get(head.key) === "per profile");
  return [...rows.values()];
}
function rowsBetween(presets, of) {
  const { attribute: key, part: part3, spread, show } = of;
  const places = spread.places(part3.shape, "open");
  const values = presets.map((preset) => new Map(rowsOfOne(preset, of).map((row) => [row.parameter, row])));
  return spread.heads.flatMap((head, index) => {
    const u = places[index];
    if (show.reaches && !show.reaches(head.key, attributeInfo(key).family)) return [];
    if (key === "Color") {
      const colors = presets.map((preset) => presetColor(preset, head, u));
      if (colors.every((color) => color !== null)) {
        const between2 = fanColor({ knots: colors.map(xyYOf), path: part3.presets.path }, u);
        return [...mix(head, between2)].map(([name, value]) => plainRow(head.parameters.get(name), value, NO_TIMES));
      }
    }
    if (key === "Position") {
      const points = presets.map((preset) => presetPoint(preset, head, u));
      if (points.every((point) => point !== null))
        return aimedRows(head, { point: fanPoint({ knots: points, path: "straight" }, u), show, times: NO_TIMES });
    }
    return [...head.parameters.values()].flatMap((parameter) => {
      const knots = values.map((rows) => rows.get(parameter)?.value ?? null);
      return knots.every((value) => value !== null) ? [plainRow(parameter, fan(knots, u), NO_TIMES)] : [];
    });
  });
}
function scopedPart(preset, head, key) {
  const scope = scopeOf(preset, head, key);
  return scope === "universal" ? preset.universal[key] : scope === "per profile" ? preset.perProfile[head.profile.id][key] : void 0;
}
function presetColor(preset, head, u) {
  const colors = scopedPart(preset, head, "Color")?.colors;
  return colors ? colors.knots.length === 1 ? xyzOf(colors.knots[0]) : fanColor(colors, u) : null;
}
function presetPoint(preset, head, u) {
  const points = scopedPart(preset, head, "Position")?.points;
  return points ? fanPoint(points, u) : null;
}

// packages/core/src/stroke/spread.ts
var Spread = class {
  heads;
  /** The heads' places among the rig's. */
  orders;
  #placed;
  #places = /* @__PURE__ */ new Map();
  constructor(placed, rig) {
    this.heads = placed.map(({ key }) => rig.headByKey.get(key));
    this.orders = Int32Array.from(this.heads, ({ order }) => order);
    this.#placed = placed;
  }
  places(shape, kind) {
    const key = kind + JSON.stringify(shape);
    let places = this.#places.get(key);
    if (!places) this.#places.set(key, places = placeHeads(this.#placed, shape, kind));
    return places;
  }
};
function placedOf(who, show) {
  return placedHeads(who, {
    groupHeads: (id4) => show.groupHeads(id4),
    placed: (key) => {
      const head = show.rig.headByKey.get(key);
      return head ? placedHead(head) : null;
    }
  });
}
var known3 = /* @__PURE__ */ new WeakMap();
function spreadOf(who, show) {
  const bases = who.groupIds?.map((id4) => show.groupHeads(id4)) ?? [];
  const before = known3.get(who);
  if (before?.rig === show.rig && before.bases.every((base, index) => base === bases[index])) return before.spread;
  const spread = new Spread(placedOf(who, show), show.rig);
  known3.set(who, { rig: show.rig, bases, spread });
  return spread;
}

// packages/core/src/stroke/resolve.ts
var Resolved = class {
  /** Rising by parameter: plain values as columns, all else as rows. */
  content;
  /** Ids of the records that were read: when one of them changes, this must be resolved again. */
  reads;
  #rows = null;
  constructor(content2, reads) {
    this.content = content2;
    this.reads = reads;
  }
  /** One row a parameter, rising by parameter. */
  get rows() {
    return this.#rows ??= this.content.flatMap(rowsOf);
  }
};
function resolve(strokes, show) {
  const reads = /* @__PURE__ */ new Set();
  const laid = new Laid(show.rig);
  for (const [, stroke] of inRank(strokes)) {
    const spread = spreadOf(stroke.who, show);
    for (const [attribute, part3] of partsInOrder(stroke.parts)) {
      addReads(reads, { who: stroke.who, attribute, part: part3 }, show);
      for (const content2 of partContent({ attribute, part: part3, spread, show })) laid.add(content2);
    }
  }
  return new Resolved(laid.content, reads);
}
function partsInOrder(parts) {
  const entries = Object.entries(parts);
  const whole2 = (name) => name === "Color" || name === "Position";
  const turn = ([name, part3]) => onlyRides(part3) ? 2 : whole2(name) ? 0 : 1;
  return parts.Color || parts.Position ? entries.sort((a, b) => turn(a) - turn(b)) : entries;
}
function onlyRides({ level, colors, points, presets, motion, taken }) {
  return !level && !colors && !points && !presets && !taken && motion?.base !== "absolute";
}
var resolvedParts = /* @__PURE__ */ new WeakMap();
function partRows(of) {
  return partContent(of).flatMap(rowsOf);
}
function partContent({ attribute, part: part3, spread, show }) {
  const { reaches } = show;
  const rowsOfPart = (other) => partRows({ attribute, part: other, spread, show });
  const of = { attribute, part: part3, spread, show, rowsOf: rowsOfPart };
  const make = () => {
    const columns2 = part3.presets ? presetColumns(of) : makeColumns(of);
    if (columns2) return columns2;
    const rows = part3.presets ? presetRows(of) : makeRows(of);
    return contentOfRows(rows, show.rig);
  };
  if (attribute === "Position" && show.present) return make();
  const records = partReads(part3, show).map((id4) => readRecord(id4, show));
  const known4 = resolvedParts.get(part3);
  if (known4?.spread === spread && known4.attribute === attribute && known4.reaches === reaches && known4.records.length === records.length && known4.records.every((record, index) => record === records[index]))
    return known4.content;
  const content2 = make();
  resolvedParts.set(part3, { attribute, spread, reaches, records, content: content2 });
  return content2;
}

// packages/core/src/selection/highlight.ts
var highlightSchema = fields({
  id: textUpTo(80),
  kind: oneOf(["highlight"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  personId: textUpTo(64),
  who: whoSchema,
  dim: numberIn(0, 1)
});

// packages/core/src/timecode/timecode.ts
var TIMECODE_RATES = ["24", "25", "29.97 drop", "30"];

// packages/core/src/stroke/sketch.ts
function sketchIdOf(personId) {
  return `sketch-${personId}`;
}
var sketchSchema = fields({
  id: textUpTo(80),
  kind: oneOf(["sketch"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  personId: textUpTo(64),
  strokes: strokesSchema,
  blind: (value, path) => value === void 0 || value === true ? null : { path, value, why: "it must be true, or left out" }
});

// packages/core/src/cue/cue-times.ts
function rowTimes(cue, row) {
  const seconds = (time5) => "seconds" in time5 ? time5.seconds : time5.part * cue.inSeconds;
  const family = cue.families?.[row.family];
  const own = (plain, part3) => part3 === void 0 ? plain : part3 * cue.inSeconds;
  const fade = own(row.fade, row.fadePart);
  const delay = own(row.delay, row.delayPart);
  const out = row.down ? family?.out ?? (cue.outSeconds === void 0 ? void 0 : { seconds: cue.outSeconds }) : void 0;
  const fadeTime = out ?? family?.in;
  return {
    fade: fade ?? (fadeTime ? seconds(fadeTime) : cue.inSeconds),
    delay: delay ?? (family?.delay ? seconds(family.delay) : cue.delaySeconds ?? 0),
    fadeFrom: fade !== null ? "stroke" : (row.down ? family?.out ?? (cue.outSeconds === void 0 ? family?.in : void 0) : family?.in) ? "family" : "cue",
    delayFrom: delay !== null ? "stroke" : family?.delay ? "family" : "cue"
  };
}
var time4 = (value, path) => typeof value === "object" && value !== null && "part" in value ? fields({ part: numberIn(0, 100) })(value, path) : fields({ seconds: numberIn(0, 3600) })(value, path);
var familyTimes = fields({ in: optional(time4), out: optional(time4), delay: optional(time4) });
var familiesSchema = fields({
  Intensity: optional(familyTimes),
  Position: optional(familyTimes),
  Colour: optional(familyTimes),
  Beam: optional(familyTimes)
});

// packages/core/src/cue/moves-dark.ts
var movesDarkSchema = fields({ afterSeconds: numberIn(0, 600), seconds: numberIn(0, 600) });

// packages/core/src/cue/list-time.ts
var MOST_MARKERS = 2e3;
var DAY_SECONDS = 86400;
var listTimeSchema = fields({
  source: oneOf(["sound", "timecode"]),
  soundId: optional(textUpTo(64)),
  rate: oneOf(TIMECODE_RATES),
  startSeconds: numberIn(0, DAY_SECONDS),
  markers: optional(
    listOf(fields({ seconds: numberIn(0, DAY_SECONDS), name: optional(textUpTo(80)) }), { min: 1, max: MOST_MARKERS })
  )
});
var soundSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["sound"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(120),
  seconds: numberIn(0.01, DAY_SECONDS)
});

// packages/core/src/cue/cue.ts
var CUE_TINTS = 8;
var version3 = integerIn(0, Number.MAX_SAFE_INTEGER);
var trigger = (value, path) => typeof value === "object" && value !== null && "seconds" in value ? fields({ type: oneOf(["wait", "timecode"]), seconds: numberIn(0, 36e4) })(
  value,
  path
) : fields({ type: oneOf(["follow"]) })(value, path);
var cueListSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["cueList"]),
  version: version3,
  name: textUpTo(80),
  rank: integerIn(0, 1e6),
  territoryId: nullable(textUpTo(64)),
  tint: optional(integerIn(1, CUE_TINTS)),
  ends: optional(oneOf(["one-shot"])),
  chase: optional(
    fields({
      bpm: numberIn(1, 600),
      masterId: nullable(textUpTo(64)),
      fadePart: numberIn(0, 1),
      direction: oneOf(DIRECTIONS),
      rounds: optional(integerIn(1, 9999))
    })
  ),
  time: optional(listTimeSchema),
  movesDark: optional(movesDarkSchema)
});
var cueSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["cue"]),
  version: version3,
  listId: textUpTo(64),
  number: numberIn(1e-3, 99999),
  name: nullable(textUpTo(80)),
  note: optional(textUpTo(2e3)),
  tint: optional(integerIn(1, CUE_TINTS)),
  trigger: optional(trigger),
  thenCueId: optional(textUpTo(64)),
  cueOnly: yes,
  block: yes,
  inSeconds: numberIn(0, 3600),
  outSeconds: optional(numberIn(0, 3600)),
  delaySeconds: optional(numberIn(0, 3600)),
  families: optional(familiesSchema),
  colorPath: optional(oneOf(["even", "round"])),
  movesDark: optional(oneOf(["never"])),
  strokes: strokesSchema
});

// packages/core/src/cue/state-at.ts
function stateAt(cues, cueId, show) {
  const target = cues.findIndex(({ id: id4 }) => id4 === cueId);
  const reads = /* @__PURE__ */ new Set();
  const counting = [];
  for (let index = firstThatCounts(cues, target); index <= target; index++) {
    reads.add(cues[index].id);
    if (!cues[index].cueOnly || index === target) counting.push(cues[index]);
  }
  if (counting.length <= 1) {
    const resolved = resolve(counting[0]?.strokes ?? {}, contextWith(show, { reaches: show.reaches }));
    resolved.reads.forEach((id4) => reads.add(id4));
    return new Resolved(resolved.content, reads);
  }
  const aims = counting.some(({ strokes }) => fromTheTop(strokes).some(({ attribute }) => attribute === "Position"));
  const laid = new Laid(show.rig);
  if (aims) for (const content2 of contentOfRows(positionRows(counting, show, reads), show.rig)) laid.add(content2);
  layRest(laid, counting, { show, reads, without: aims ? "Position" : null });
  return new Resolved(laid.content, reads);
}
function positionRows(cues, show, reads) {
  const rows = /* @__PURE__ */ new Map();
  cues.forEach((cue, index) => {
    const strokes = positionsOf(cue.strokes);
    if (!strokes) return;
    const present = (parameter) => rows.get(parameter)?.value ?? null;
    const resolved = resolve(strokes, contextWith(show, { reaches: show.reaches, ...rows.size > 0 ? { present } : {} }));
    resolved.reads.forEach((id4) => reads.add(id4));
    for (const row of resolved.rows) {
      const tracked = rows.get(row.parameter);
      rows.set(row.parameter, laidOver(tracked, index === cues.length - 1 ? row : trackedIn(row)));
    }
  });
  return [...rows.values()];
}
function layRest(laid, cues, { show, reads, without }) {
  const covered = /* @__PURE__ */ new Set();
  const seen2 = [];
  for (let index = cues.length - 1; index >= 0; index--)
    for (const { key, attribute, part: part3, who } of fromTheTop(cues[index].strokes)) {
      if (covered.has(key) || without !== null && attributeInfo(attribute).family === without) continue;
      addReads(reads, { who, attribute, part: part3 }, show);
      const content2 = partContent({ attribute, part: part3, spread: spreadOf(who, show), show });
      seen2.push({ tracked: index < cues.length - 1, content: content2 });
      if (covers(part3, attribute, show)) covered.add(key);
    }
  for (const { tracked, content: content2 } of seen2.reverse()) for (const one of content2) laid.add(tracked ? carriedOn(one) : one);
}
var partsFromTheTop = /* @__PURE__ */ new WeakMap();
var positions = /* @__PURE__ */ new WeakMap();
function fromTheTop(strokes) {
  let found = partsFromTheTop.get(strokes);
  if (!found) {
    found = inRank(strokes).flatMap(([, { who, parts }]) => {
      const key = JSON.stringify(who);
      return partsInOrder(parts).map(([attribute, part3]) => ({ key: `${key} ${attribute}`, attribute, part: part3, who }));
    }).toReversed();
    partsFromTheTop.set(strokes, found);
  }
  return found;
}
function positionsOf(strokes) {
  let found = positions.get(strokes);
  if (found === void 0) {
    const entries = Object.entries(strokes).flatMap(([id4, stroke]) => {
      const parts = Object.entries(stroke.parts).filter(([name]) => attributeInfo(name).family === "Position");
      return parts.length > 0 ? [[id4, { ...stroke, parts: Object.fromEntries(parts) }]] : [];
    });
    positions.set(strokes, found = entries.length > 0 ? Object.fromEntries(entries) : null);
  }
  return found;
}
function covers(part3, attribute, show) {
  if (onlyRides(part3) || part3.taken) return false;
  if (part3.motion?.kind === "steps" && part3.motion.steps.some(({ presetId }) => presetId !== void 0)) return false;
  return part3.presets?.ids.every((id4) => (show.preset?.(id4)?.universal ?? {})[attribute] !== void 0) ?? true;
}
function firstThatCounts(cues, target) {
  for (let index = target; index > 0; index--) if (cues[index].block) return index;
  return 0;
}
var carriedRows = /* @__PURE__ */ new WeakMap();
function carriedOn(content2) {
  if (isColumn(content2)) return withoutTimes(content2);
  let rows = carriedRows.get(content2);
  if (!rows) carriedRows.set(content2, rows = content2.map(trackedIn));
  return rows;
}
function trackedIn({ parameter, value, nudge, motions: moving }) {
  const motions = moving.map((motion) => ({ ...motion, fadeInSeconds: 0, count: motion.count === null ? null : 0 }));
  return { parameter, value, nudge, fade: null, delay: null, motions: motions.length > 0 ? motions : moving };
}

// packages/core/src/cue/timeline.ts
function timesOfRow2(cue, row, { rig, from }) {
  const { family } = attributeInfo(rig.parameters[row.parameter].channel.attribute);
  const down = family === "Intensity" && row.value !== null && row.motions.length === 0 && row.value < from - 1e-9;
  return rowTimes(cue, { family, fade: row.fade, fadePart: row.fadePart, delay: row.delay, delayPart: row.delayPart, down });
}

// packages/core/src/engine/blocks.ts
var SHIFT = 4;
var wholeSpan = (parameters) => ({ count: 1, bounds: Int32Array.of(0, parameters) });
var Blocks = class {
  #parameters;
  #stale;
  #spans;
  constructor(parameters) {
    this.#parameters = parameters;
    this.#stale = new Uint8Array(Math.ceil(parameters / (1 << SHIFT)));
    this.#spans = { count: 0, bounds: new Int32Array(2 + this.#stale.length) };
  }
  markAll() {
    this.#stale.fill(1);
  }
  mark(parameter) {
    this.#stale[parameter >> SHIFT] = 1;
  }
  markRange(first2, length) {
    if (length > 0) this.#stale.fill(1, first2 >> SHIFT, (first2 + length - 1 >> SHIFT) + 1);
  }
  markRuns({ count, parameters, lengths }) {
    for (let at = 0; at < count; at++) this.markRange(parameters[at], lengths[at]);
  }
  /** Marks what is marked there. */
  markSame(other) {
    const [stale, marked] = [this.#stale, other.#stale];
    for (let block = 0; block < stale.length; block++) if (marked[block] === 1) stale[block] = 1;
  }
  isStale(parameter) {
    return this.#stale[parameter >> SHIFT] === 1;
  }
  /** What is marked, as spans: one and the same object, brought up to date by each call. */
  spans() {
    const spans = this.#spans;
    const stale = this.#stale;
    spans.count = 0;
    for (let block = 0; block < stale.length; block++) {
      if (stale[block] === 0) continue;
      const first2 = block;
      while (block + 1 < stale.length && stale[block + 1] === 1) block++;
      spans.bounds[2 * spans.count] = first2 << SHIFT;
      spans.bounds[2 * spans.count + 1] = Math.min(this.#parameters, block + 1 << SHIFT);
      spans.count++;
    }
    return spans;
  }
  clear() {
    this.#stale.fill(0);
  }
};

// packages/core/src/engine/flat-motions.ts
function clockReader(drives) {
  return {
    cyclesOf: (clock, t) => {
      const { masterId } = clock;
      if (masterId === null) return drivenCycles(null, null, clock, t);
      return drivenCycles(drives().get("master", masterId), drives().masterState(masterId), clock, t);
    },
    beatsOf: (clock, t) => {
      const { masterId } = clock;
      if (masterId === null) return steadyBeats(null, null, clock, t);
      return steadyBeats(drives().get("master", masterId), drives().masterState(masterId), clock, t);
    }
  };
}
function leadOf(motion, run) {
  const { lead: own, leadSeconds = 0, rate, ownBpm, masterId } = motion;
  const kept = own !== void 0 && leadSeconds >= (run.sinceSeconds ?? 0);
  const shared = masterId === null ? run.lead : void 0;
  if (!kept && !shared) return null;
  const ofRun = shared ? rate * (shared.beats + shared.ownSeconds * ownBpm / 60) : 0;
  return { lead: (kept ? own : 0) + ofRun, leadSeconds: Math.max(kept ? leadSeconds : 0, shared?.atSeconds ?? 0) };
}
function sameClock(a, b) {
  return Object.keys({ ...a, ...b }).every((field) => a[field] === b[field]);
}
var DriveClocks = class {
  values = [];
  #indices = /* @__PURE__ */ new Map();
  #run;
  constructor(run) {
    this.#run = run;
  }
  indexOf(motion) {
    const { masterId: named, rate, ownBpm, family, count } = motion;
    const masterId = named ?? this.#run.masterId;
    const ahead = leadOf(motion, this.#run);
    const key = `${masterId} ${rate} ${ownBpm} ${family} ${count} ${ahead?.lead} ${ahead?.leadSeconds}`;
    let index = this.#indices.get(key);
    if (index === void 0) this.#indices.set(key, index = this.values.push({ masterId, rate, ownBpm, family, count, ...ahead }) - 1);
    return index;
  }
};
function flatMotions(swings, clocks) {
  const sized = swings.some(({ motion }) => motion.fadeInSeconds > 0 || motion.fadeOutSeconds > 0);
  return {
    targets: Int32Array.from(swings, ({ target }) => target),
    tables: swings.map(({ motion }) => motion.table),
    phases: Float64Array.from(swings, ({ motion }) => motion.phaseCycles),
    lows: Float32Array.from(swings, ({ motion }) => motion.low),
    spans: Float32Array.from(swings, ({ motion }) => motion.span),
    middles: Float32Array.from(swings, ({ motion }) => motion.middle),
    clocks: Uint16Array.from(swings, ({ motion }) => clocks.indexOf(motion)),
    relative: Uint8Array.from(swings, ({ motion }) => motion.relative ? 1 : 0),
    timings: Uint32Array.from(swings, ({ timing }) => timing),
    fades: sized ? {
      in: Float32Array.from(swings, ({ motion }) => motion.fadeInSeconds),
      out: Float32Array.from(swings, ({ motion }) => motion.fadeOutSeconds)
    } : null
  };
}
function swingAt(motions, at, cycles) {
  const turned = cycles + motions.phases[at];
  return motions.lows[at] + motions.spans[at] * readTable(motions.tables[at], turned - Math.floor(turned));
}

// packages/core/src/engine/compile.ts
var DistinctTimings = class {
  delays = [];
  fades = [];
  #indices = /* @__PURE__ */ new Map();
  #last = -1;
  indexOf(delay, fade) {
    const last = this.#last;
    if (last >= 0 && this.delays[last] === delay && this.fades[last] === fade) return last;
    return this.#last = this.#find(delay, fade);
  }
  #find(delay, fade) {
    let byFade = this.#indices.get(delay);
    if (!byFade) this.#indices.set(delay, byFade = /* @__PURE__ */ new Map());
    let index = byFade.get(fade);
    if (index === void 0) {
      byFade.set(fade, index = this.delays.length);
      this.delays.push(delay);
      this.fades.push(fade);
    }
    return index;
  }
};
function compile(content2, of) {
  const { times, inSeconds, masterId = null, sinceSeconds, lead } = of;
  const timings = new DistinctTimings();
  const clocks = new DriveClocks({ masterId, lead, ...sinceSeconds === void 0 ? {} : { sinceSeconds } });
  const [motions, riders] = [[], []];
  const most = content2.reduce((sum, one) => sum + lengthOf(one), 0);
  const [parameters, base, timing] = [new Int32Array(most), new Float32Array(most), new Uint32Array(most)];
  const riding = [];
  let [at, own] = [0, 0];
  const timingOf = (delay, fade) => times ? timings.indexOf(times.delays[at], times.fades[at]) : timings.indexOf(delay ?? 0, fade ?? inSeconds);
  for (const one of content2)
    if (isColumn(one)) {
      parameters.set(one.parameters, own);
      for (let index = 0; index < one.values.length; index++, at++, own++) {
        const value = one.values[index];
        base[own] = value > 0 ? value < 1 ? value : 1 : 0;
        timing[own] = times ? timingOf(null, null) : timingOf(ownTime(one, "delay", index), ownTime(one, "fade", index));
      }
    } else
      for (const row of one) {
        const when = timingOf(row.delay, row.fade);
        at++;
        if (row.value === null) {
          riding.push({ row, when });
          continue;
        }
        for (const motion of row.motions) motions.push({ target: own, motion, timing: when });
        parameters[own] = row.parameter;
        base[own] = clamp(row.value, 0, 1);
        timing[own++] = when;
      }
  for (const { row, when } of riding) {
    for (const motion of row.motions) riders.push({ target: row.parameter, motion, timing: when });
    if (row.nudge !== 0) riders.push({ target: row.parameter, motion: steady(row.nudge), timing: when });
  }
  return {
    parameters: parameters.slice(0, own),
    base: base.slice(0, own),
    to: base.slice(0, own),
    timing: timing.slice(0, own),
    motions: flatMotions(motions, clocks),
    riders: flatMotions(riders, clocks),
    delays: Float64Array.from(timings.delays),
    fades: Float64Array.from(timings.fades),
    clocks: clocks.values
  };
}
function lengthOf(content2) {
  return isColumn(content2) ? content2.parameters.length : content2.length;
}
var STILL = cycleTable(() => 0, { cells: 1 });
function steady(nudge) {
  return {
    table: STILL,
    low: nudge,
    span: 0,
    middle: nudge,
    relative: true,
    phaseCycles: 0,
    masterId: null,
    rate: 0,
    ownBpm: 60,
    family: "Beam",
    count: null,
    fadeInSeconds: 0,
    fadeOutSeconds: 0
  };
}
function lowerBound(rising, limit) {
  let low = 0;
  let high = rising.length;
  while (low < high) {
    const middle = low + high >> 1;
    if (rising[middle] < limit) low = middle + 1;
    else high = middle;
  }
  return low;
}

// packages/core/src/engine/output-map.ts
var SLOTS = 512;
var looseOf = /* @__PURE__ */ new WeakMap();
function buildOutputMap(rig) {
  let loose = looseOf.get(rig.layout);
  if (!loose) looseOf.set(rig.layout, loose = looseExits(rig));
  const places = placesOf(rig);
  const { wide, ...groups } = loose;
  return {
    eight: patched(groups.eight, places),
    sixteen: patched(groups.sixteen, places),
    dimmedEight: patched(groups.dimmedEight, places),
    dimmedSixteen: patched(groups.dimmedSixteen, places),
    eightByDimmer: patched(groups.eightByDimmer, places),
    sixteenByDimmer: patched(groups.sixteenByDimmer, places),
    wide: wide.flatMap(({ head, offsets, ...exit }) => {
      const [start, end] = [places.starts[head], places.ends[head]];
      return start !== UNPATCHED && offsets.every((slot) => start + slot < end) ? [{ ...exit, offsets: offsets.map((slot) => start + slot) }] : [];
    })
  };
}
var UNPATCHED = -SLOTS;
function placesOf({ patches, universes }) {
  const begins = new Map(universes.map((universe, index) => [universe, index * SLOTS]));
  const [starts, ends] = [new Int32Array(patches.universes.length), new Int32Array(patches.universes.length)];
  for (let at = 0; at < starts.length; at++) {
    const begin = begins.get(patches.universes[at]) ?? -1;
    starts[at] = begin < 0 ? UNPATCHED : begin + patches.addresses[at] - 2;
    ends[at] = begin + SLOTS;
  }
  return { starts, ends };
}
function patched(exits, { starts, ends }) {
  const { parameters, dimmers, heads, coarse, fine: fine2 } = exits;
  const all = { parameters: parameters.slice(), dimmers: dimmers.slice(), coarse: coarse.slice(), fine: fine2.slice() };
  let count = 0;
  for (let at = 0; at < heads.length; at++) {
    const [start, end] = [starts[heads[at]], ends[heads[at]]];
    if (start === UNPATCHED || start + coarse[at] >= end || start + fine2[at] >= end) continue;
    all.parameters[count] = parameters[at];
    all.dimmers[count] = dimmers[at];
    all.coarse[count] = start + coarse[at];
    all.fine[count++] = start + fine2[at];
  }
  if (count === heads.length) return all;
  return {
    parameters: all.parameters.slice(0, count),
    dimmers: all.dimmers.slice(0, count),
    coarse: all.coarse.slice(0, count),
    fine: all.fine.slice(0, count)
  };
}
function looseExits(rig) {
  const lists = { eight: [], sixteen: [], dimmedEight: [], dimmedSixteen: [] };
  const wide = [];
  for (let parameter = 0; parameter < rig.parameters.length; parameter++) {
    const { head, channel } = rig.parameters[parameter];
    const { slots } = channel;
    if (slots.length === 0) continue;
    const dimmer = virtualDimmer(rig, parameter);
    if (slots.length > 2) wide.push({ parameter, dimmer, head: head.order, offsets: slots });
    else {
      const group = slots.length === 1 ? dimmer < 0 ? "eight" : "dimmedEight" : dimmer < 0 ? "sixteen" : "dimmedSixteen";
      lists[group].push([parameter, dimmer, head.order, slots[0], slots.at(-1)]);
    }
  }
  const byDimmer = (rows) => columns(rows.toSorted((a, b) => a[1] - b[1]));
  return {
    eight: columns(lists.eight),
    sixteen: columns(lists.sixteen),
    dimmedEight: columns(lists.dimmedEight),
    dimmedSixteen: columns(lists.dimmedSixteen),
    eightByDimmer: byDimmer(lists.dimmedEight),
    sixteenByDimmer: byDimmer(lists.dimmedSixteen),
    wide
  };
}
function columns(rows) {
  const column = (at) => Int32Array.from(rows, (row) => row[at]);
  return { parameters: column(0), dimmers: column(1), heads: column(2), coarse: column(3), fine: column(4) };
}
function virtualDimmer(rig, parameter) {
  const { head, channel } = rig.parameters[parameter];
  if (!channel.attribute.startsWith("ColorAdd_")) return -1;
  const dimmer = head.parameters.get("Dimmer");
  return dimmer !== void 0 && rig.parameters[dimmer].channel.slots.length === 0 ? dimmer : -1;
}

// packages/core/src/engine/frame-writer.ts
var FrameWriter = class {
  #frame;
  #writers;
  #wide;
  constructor(rig) {
    const { eight, sixteen, dimmedEight, dimmedSixteen, eightByDimmer, sixteenByDimmer, wide } = buildOutputMap(rig);
    this.#frame = new Uint8Array(rig.universes.length * SLOTS);
    this.#writers = [
      new ExitWriter(eight, { found: eight.parameters, octets: 1, dimmed: false }),
      new ExitWriter(sixteen, { found: sixteen.parameters, octets: 2, dimmed: false }),
      new ExitWriter(dimmedEight, { found: dimmedEight.parameters, octets: 1, dimmed: true }),
      new ExitWriter(eightByDimmer, { found: eightByDimmer.dimmers, octets: 1, dimmed: true }),
      new ExitWriter(dimmedSixteen, { found: dimmedSixteen.parameters, octets: 2, dimmed: true }),
      new ExitWriter(sixteenByDimmer, { found: sixteenByDimmer.dimmers, octets: 2, dimmed: true })
    ];
    this.#wide = wide;
  }
  /** Fills the frame (universes in order, SLOTS octets each) with values 0..1; those not marked are taken to be as in the last frame. */
  write(values, moved, frame) {
    this.#write(values, moved.spans(), frame);
  }
  /** Fills the frame with values of which each may have moved. */
  writeAll(values, frame) {
    this.#write(values, wholeSpan(values.length), frame);
  }
  #write(values, spans, frame) {
    for (let at = 0; at < this.#writers.length; at++) this.#writers[at].write(values, spans, this.#frame);
    this.#writeWide(values);
    frame.set(this.#frame);
  }
  #writeWide(values) {
    for (let exit = 0; exit < this.#wide.length; exit++) {
      const { parameter, dimmer, offsets } = this.#wide[exit];
      const value = values[parameter] * (dimmer >= 0 ? values[dimmer] : 1);
      let whole2 = Math.floor(value * (2 ** (8 * offsets.length) - 1) + 0.5);
      for (let at = offsets.length - 1; at >= 0; at--) {
        this.#frame[offsets[at]] = whole2 % 256;
        whole2 = Math.floor(whole2 / 256);
      }
    }
  }
};
var ExitWriter = class {
  #exits;
  /** What the exits are found by, rising. */
  #found;
  #octets;
  #dimmed;
  /** The exits to be written now, half-open. */
  #from = 0;
  #to = 0;
  constructor(exits, { found, octets, dimmed }) {
    this.#found = found;
    this.#exits = exits;
    this.#octets = octets;
    this.#dimmed = dimmed;
  }
  write(values, { count, bounds }, frame) {
    if (this.#found.length === 0) return;
    for (let span = 0; span < count; span++) {
      this.#from = lowerBound(this.#found, bounds[2 * span]);
      this.#to = lowerBound(this.#found, bounds[2 * span + 1]);
      if (this.#dimmed && this.#octets === 1) this.#dimmedEight(values, frame);
      else if (this.#dimmed) this.#dimmedSixteen(values, frame);
      else if (this.#octets === 1) this.#eight(values, frame);
      else this.#sixteen(values, frame);
    }
  }
  #eight(values, frame) {
    const { parameters, coarse } = this.#exits;
    for (let at = this.#from; at < this.#to; at++) frame[coarse[at]] = values[parameters[at]] * 255 + 0.5 | 0;
  }
  #sixteen(values, frame) {
    const { parameters, coarse, fine: fine2 } = this.#exits;
    for (let at = this.#from; at < this.#to; at++) {
      const word = values[parameters[at]] * 65535 + 0.5 | 0;
      frame[coarse[at]] = word >> 8;
      frame[fine2[at]] = word & 255;
    }
  }
  #dimmedEight(values, frame) {
    const { parameters, dimmers, coarse } = this.#exits;
    for (let at = this.#from; at < this.#to; at++) frame[coarse[at]] = values[parameters[at]] * values[dimmers[at]] * 255 + 0.5 | 0;
  }
  #dimmedSixteen(values, frame) {
    const { parameters, dimmers, coarse, fine: fine2 } = this.#exits;
    for (let at = this.#from; at < this.#to; at++) {
      const word = values[parameters[at]] * values[dimmers[at]] * 65535 + 0.5 | 0;
      frame[coarse[at]] = word >> 8;
      frame[fine2[at]] = word & 255;
    }
  }
};

// packages/core/src/playback/card-level.ts
function cardLevel(playback, state, t) {
  const rest = scalesContent(roleOf(playback)) ? state.level : 1;
  const { flash } = state;
  if (!flash) return rest;
  const { level, inSeconds, outSeconds } = flashTimes(playback);
  if (flash.alone) return level;
  const upAt = (at) => rest + (level - rest) * part(at - flash.onSeconds, inSeconds);
  if (flash.offSeconds === void 0) return upAt(t);
  const top = upAt(flash.offSeconds);
  return top + (rest - top) * part(t - flash.offSeconds, outSeconds);
}
function scalesContent(role) {
  return role === "intensities" || role === "everything";
}
function flashMovesUntil(playback, { flash }) {
  if (!flash || flash.alone) return null;
  const { inSeconds, outSeconds } = flashTimes(playback);
  return flash.offSeconds === void 0 ? flash.onSeconds + inSeconds : flash.offSeconds + outSeconds;
}
function part(elapsed, seconds) {
  return seconds > 0 && elapsed < seconds ? Math.max(0, elapsed / seconds) : 1;
}

// packages/core/src/playback/control.ts
var CONTROL_SOURCES = ["osc", "midi"];
var CONTROL_JOBS = ["fader", "group-level", "grand-master", ...CARD_BUTTONS];
var controlSchema = where(
  fields({
    id: textUpTo(64),
    kind: oneOf(["control"]),
    version: integerIn(0, Number.MAX_SAFE_INTEGER),
    source: oneOf(CONTROL_SOURCES),
    name: textUpTo(40),
    does: oneOf(CONTROL_JOBS),
    targetId: optional(textUpTo(64)),
    takes: oneOf(["at-once", "when-met"])
  }),
  ({ does, targetId }) => does === "grand-master" === (targetId === void 0) ? null : "all but the grand master needs a card or a master"
);

// packages/core/src/playback/curtain.ts
function raisedPart({ raise: raise4, hand = 0 }, t) {
  if (!raise4) return hand;
  const done = raise4.seconds === 0 ? 1 : Math.min(1, Math.max(0, (t - raise4.startSeconds) / raise4.seconds));
  return hand + (1 - hand) * done;
}
var curtainSchema = fields({
  id: textUpTo(80),
  kind: oneOf(["curtain"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  personId: textUpTo(64),
  heads: nullable(listOf(textUpTo(80), { max: 2e4 })),
  fellSeconds: numberIn(0, 1e12),
  raise: optional(fields({ startSeconds: numberIn(0, 1e12), seconds: numberIn(0, 86400) })),
  hand: optional(numberIn(0, 1))
});

// packages/core/src/playback/group-master.ts
function groupMasterStateIdOf(groupMasterId) {
  return `state-${groupMasterId}`;
}
function restingLevel({ how }) {
  return how === "scales" ? 1 : 0;
}
var version4 = integerIn(0, Number.MAX_SAFE_INTEGER);
var groupMasterSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["groupMaster"]),
  version: version4,
  pageId: textUpTo(64),
  name: textUpTo(80),
  who: whoSchema,
  how: oneOf(["scales", "lights"]),
  ...cellsSchemas
});
var groupMasterStateSchema = fields({
  id: textUpTo(80),
  kind: oneOf(["groupMasterState"]),
  version: version4,
  groupMasterId: textUpTo(64),
  level: numberIn(0, 1),
  personId: textUpTo(64)
});

// packages/core/src/territory/role-table.ts
var ROLE_TABLE = {
  look: {
    words: "See the stage, the cues and what others do",
    lead: "all",
    programmer: "all",
    operator: "all",
    technician: "all",
    watcher: "all",
    guest: "page"
  },
  play: {
    words: "Play cards, run lists, set tempos",
    lead: "all",
    programmer: "own",
    operator: "own",
    technician: "no",
    watcher: "no",
    guest: "page"
  },
  build: {
    words: "Sketch, record, make presets and pages",
    lead: "all",
    programmer: "own",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no"
  },
  hold: {
    words: "Park heads and drop a curtain",
    lead: "all",
    programmer: "own",
    operator: "no",
    technician: "all",
    watcher: "no",
    guest: "no"
  },
  lend: {
    words: "Ask for heads, lend them and take them back",
    lead: "all",
    programmer: "own",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no"
  },
  identify: {
    words: "Highlight heads and find lamps by their light",
    lead: "all",
    programmer: "own",
    operator: "no",
    technician: "all",
    watcher: "no",
    guest: "no"
  },
  note: { words: "Leave notes for others", lead: "all", programmer: "all", operator: "all", technician: "all", watcher: "no", guest: "no" },
  undo: {
    words: "Take back their own changes",
    lead: "all",
    programmer: "own",
    operator: "own",
    technician: "own",
    watcher: "no",
    guest: "no"
  },
  master: {
    words: "Move the grand master and black out",
    lead: "all",
    programmer: "no",
    operator: "allowed",
    technician: "no",
    watcher: "no",
    guest: "no"
  },
  stage: {
    words: "Send home what was left behind, change settings of the show",
    lead: "all",
    programmer: "no",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no"
  },
  rig: { words: "Patch and hang lamps", lead: "all", programmer: "no", operator: "no", technician: "all", watcher: "no", guest: "no" },
  crew: {
    words: "Invite people, give roles, divide the rig",
    lead: "all",
    programmer: "no",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no"
  },
  history: {
    words: "Read who changed what",
    lead: "all",
    programmer: "all",
    operator: "all",
    technician: "all",
    watcher: "all",
    guest: "no"
  },
  health: {
    words: "See the health of the system",
    lead: "all",
    programmer: "no",
    operator: "no",
    technician: "all",
    watcher: "no",
    guest: "no"
  },
  restore: {
    words: "Name versions and bring one back",
    lead: "all",
    programmer: "no",
    operator: "no",
    technician: "no",
    watcher: "no",
    guest: "no"
  }
};
function extentOf({ role }, act) {
  return ROLE_TABLE[act][role];
}

// packages/core/src/playback/stage-state.ts
var STAGE_ID = "stage";
var SETTINGS_ID = "settings";
var version5 = integerIn(0, Number.MAX_SAFE_INTEGER);
var stageStateSchema = fields({
  id: oneOf([STAGE_ID]),
  kind: oneOf(["stageState"]),
  version: version5,
  grandMaster: numberIn(0, 1),
  blackout: yesOrNo,
  sweptSeconds: numberIn(0, 1e12)
});
var parkSchema = fields({
  id: textUpTo(80),
  kind: oneOf(["park"]),
  version: version5,
  head: textUpTo(70),
  values: mapOf(numberIn(0, 1), ATTRIBUTE_NAMES.length),
  personId: textUpTo(64)
});
var always = (value, path) => value === true ? null : { path, value, why: "it must be true, or left out" };
var settingsSchema = fields({
  id: oneOf([SETTINGS_ID]),
  kind: oneOf(["settings"]),
  version: version5,
  stays: trueOrNot(FAMILIES),
  allows: optional(trueOrNot(Object.keys(ROLE_TABLE)))
});
function trueOrNot(names) {
  const known4 = new Set(names);
  return where(mapOf(always, names.length), (of) => {
    const strange = Object.keys(of).find((name) => !known4.has(name));
    return strange === void 0 ? null : `there is no ${strange}`;
  });
}

// packages/core/src/playback/time-state.ts
function timeStateIdOf(of) {
  return `time-${of}`;
}
var timeStateSchema = fields({
  id: textUpTo(80),
  kind: oneOf(["timeState"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  of: textUpTo(64),
  positionSeconds: numberIn(0, 2e5),
  atSeconds: numberIn(0, 1e12),
  running: yesOrNo,
  rate: optional(oneOf(TIMECODE_RATES))
});

// packages/core/src/territory/device.ts
var deviceSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["device"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  address: textUpTo(64),
  plays: oneOf(["everything", "territory", "page"]),
  territoryId: nullable(textUpTo(64)),
  pageId: optional(textUpTo(64))
});

// packages/core/src/territory/own-territory.ts
function territoriesOf(person, { territories }) {
  return territories.filter((territory) => isOf(person, territory));
}
function isOf(person, territory) {
  return territory?.personIds.includes(person.id) ?? false;
}

// packages/core/src/territory/territory.ts
var ROLES = ["lead", "programmer", "operator", "technician", "watcher", "guest"];
var territoryPartSchema = fields({
  groupIds: listOf(textUpTo(64), { max: 500 }),
  heads: listOf(textUpTo(80), { max: 2e4 }),
  families: listOf(oneOf(FAMILIES), { min: 1, max: FAMILIES.length })
});
var version6 = integerIn(0, Number.MAX_SAFE_INTEGER);
var id3 = textUpTo(64);
var personSchema = fields({
  id: id3,
  kind: oneOf(["person"]),
  version: version6,
  name: textUpTo(80),
  initials: textUpTo(3),
  role: oneOf(ROLES)
});
var territorySchema = fields({
  id: id3,
  kind: oneOf(["territory"]),
  version: version6,
  name: textUpTo(80),
  tint: integerIn(0, 11),
  parts: listOf(territoryPartSchema, { max: 200 }),
  personIds: listOf(id3, { max: 200 }),
  shared: yes
});

// packages/core/src/territory/loan.ts
var LOAN_STATES = ["asked", "lent", "refused", "ended"];
var moment = integerIn(0, Number.MAX_SAFE_INTEGER);
var MOST_LOAN_MINUTES = 24 * 60;
var loanMinutes = integerIn(1, MOST_LOAN_MINUTES);
var loanSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["loan"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  fromTerritoryId: textUpTo(64),
  toTerritoryId: textUpTo(64),
  part: territoryPartSchema,
  state: oneOf(LOAN_STATES),
  askedBy: textUpTo(64),
  decidedBy: optional(textUpTo(64)),
  minutes: nullable(loanMinutes),
  askedAt: moment,
  lentAt: optional(moment),
  endsAt: optional(moment),
  endedAt: optional(moment)
});

// packages/core/src/territory/note.ts
var NOTE_PINS = ["head", "cue", "place"];
var noteSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["note"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  fromPersonId: textUpTo(64),
  toPersonId: nullable(textUpTo(64)),
  text: textUpTo(500),
  pin: fields({ type: oneOf(NOTE_PINS), id: textUpTo(80) }),
  at: integerIn(0, Number.MAX_SAFE_INTEGER),
  done: yes
});

// packages/core/src/territory/reach.ts
var EVERYTHING = () => true;
var NOTHING = () => false;
var BIT = Object.fromEntries(FAMILIES.map((family, at) => [family, 1 << at]));
function hasFamily(bits, head, family) {
  return ((bits.get(head) ?? 0) & BIT[family]) !== 0;
}
function addParts(bits, parts, context) {
  for (const part3 of parts) {
    const families = part3.families.reduce((sum, family) => sum | BIT[family], 0);
    const add = (head) => void bits.set(head, (bits.get(head) ?? 0) | families);
    part3.heads.forEach(add);
    for (const groupId of part3.groupIds) context.groupHeads(groupId)?.forEach(add);
  }
  return bits;
}
function lentBits({ fromTerritoryId, part: part3 }, context) {
  const lender = context.territories.find(({ id: id4 }) => id4 === fromTerritoryId);
  const held = addParts(/* @__PURE__ */ new Map(), lender?.parts ?? [], context);
  const bits = addParts(/* @__PURE__ */ new Map(), [part3], context);
  bits.forEach((families, head) => bits.set(head, families & (held.get(head) ?? 0)));
  return bits;
}
function addBits(bits, more) {
  more.forEach((families, head) => bits.set(head, (bits.get(head) ?? 0) | families));
}
function reachOf(person, context, act = "build") {
  const extent = extentOf(person, act);
  if (extent === "all") return EVERYTHING;
  if (extent !== "own") return NOTHING;
  const bits = /* @__PURE__ */ new Map();
  const own = territoriesOf(person, context);
  for (const territory of own) {
    const held = addParts(/* @__PURE__ */ new Map(), territory.parts, context);
    for (const loan of context.lent)
      if (loan.fromTerritoryId === territory.id)
        addParts(/* @__PURE__ */ new Map(), [loan.part], context).forEach((gone, head) => held.set(head, (held.get(head) ?? 0) & ~gone));
    addBits(bits, held);
  }
  for (const loan of context.lent) if (own.some(({ id: id4 }) => id4 === loan.toTerritoryId)) addBits(bits, lentBits(loan, context));
  return (head, family) => hasFamily(bits, head, family);
}
function reachOfOwner(territoryId, context) {
  if (territoryId === null) return EVERYTHING;
  const territory = context.territories.find(({ id: id4 }) => id4 === territoryId);
  const bits = addParts(/* @__PURE__ */ new Map(), territory?.parts ?? [], context);
  for (const loan of context.lent) if (loan.toTerritoryId === territoryId) addBits(bits, lentBits(loan, context));
  return (head, family) => hasFamily(bits, head, family);
}

// packages/core/src/rig/group.ts
var groupSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["group"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  rank: integerIn(0, 1e6),
  heads: listOf(textUpTo(80), { max: 2e4 }),
  territoryId: nullable(textUpTo(64)),
  spot: optional(fields({ across: numberIn(0, 1), down: numberIn(0, 1) }))
});

// packages/core/src/shape/saved-shape.ts
var savedShapeSchema = fields({
  id: textUpTo(64),
  kind: oneOf(["savedShape"]),
  version: integerIn(0, Number.MAX_SAFE_INTEGER),
  name: textUpTo(80),
  rank: integerIn(0, 1e6),
  shape: shapeSchema
});

// packages/core/src/show/records.ts
var KINDS = {
  profile: { label: "profile", scope: "document", undone: "yes", schema: profileSchema },
  fixture: { label: "fixture", scope: "document", undone: "yes", schema: fixtureSchema },
  group: { label: "group", scope: "document", undone: "yes", schema: groupSchema },
  cueList: { label: "cue list", scope: "document", undone: "yes", schema: cueListSchema },
  cue: { label: "cue", scope: "document", undone: "yes", schema: cueSchema },
  page: { label: "page", scope: "document", undone: "yes", schema: pageSchema },
  playback: { label: "card", scope: "document", undone: "yes", schema: playbackSchema },
  playbackState: { label: "playback", scope: "session", undone: "never", schema: playbackStateSchema },
  master: { label: "speed master", scope: "document", undone: "yes", schema: masterSchema },
  masterState: { label: "speed master", scope: "session", undone: "never", schema: masterStateSchema },
  groupMaster: { label: "group master", scope: "document", undone: "yes", schema: groupMasterSchema },
  control: { label: "control of a wing", scope: "document", undone: "yes", schema: controlSchema },
  groupMasterState: { label: "group master", scope: "session", undone: "never", schema: groupMasterStateSchema },
  stageState: { label: "grand master", scope: "session", undone: "never", schema: stageStateSchema },
  park: { label: "parked head", scope: "session", undone: "never", schema: parkSchema },
  curtain: { label: "curtain", scope: "session", undone: "never", schema: curtainSchema },
  settings: { label: "settings", scope: "document", undone: "yes", schema: settingsSchema },
  sound: { label: "sound", scope: "document", undone: "yes", schema: soundSchema },
  timeState: { label: "time line", scope: "session", undone: "never", schema: timeStateSchema },
  territory: { label: "territory", scope: "document", undone: "yes", schema: territorySchema },
  loan: { label: "loan", scope: "session", undone: "never", schema: loanSchema },
  device: { label: "device", scope: "document", undone: "yes", schema: deviceSchema },
  note: { label: "note", scope: "session", undone: "yes", schema: noteSchema },
  person: { label: "person", scope: "document", undone: "yes", schema: personSchema },
  sketch: { label: "sketch", scope: "session", undone: "yes", schema: sketchSchema },
  highlight: { label: "highlight", scope: "session", undone: "never", schema: highlightSchema },
  preset: { label: "preset", scope: "document", undone: "yes", schema: presetSchema },
  savedShape: { label: "saved shape", scope: "document", undone: "yes", schema: savedShapeSchema },
  savedWave: { label: "waveform", scope: "document", undone: "yes", schema: savedWaveSchema }
};

// packages/core/src/rig/changed-rig.ts
function replacedRig(rig, fixtures) {
  const heads = rig.heads.slice();
  const parameters = rig.parameters.slice();
  const headByKey = new Map(rig.headByKey);
  const repatched = [];
  for (const fixture of fixtures) {
    const own = headsOfFixture(rig, fixture.id);
    if (own.length === 0 || !liesAlike(own[0].fixture, fixture)) return null;
    const elsewhere = !sameJson(own[0].fixture.patch, fixture.patch);
    for (const before of own) {
      const head = { ...before, fixture, position: headPosition(fixture, { index: before.index, count: own.length }) };
      heads[before.order] = head;
      if (elsewhere) repatched.push(head);
      headByKey.set(head.key, head);
      for (const parameter of head.parameters.values()) parameters[parameter] = { ...parameters[parameter], head };
    }
  }
  return { ...rig, heads, parameters, headByKey, ...repatched.length > 0 ? repatchedRig(rig, repatched) : {} };
}
function headsOfFixture({ heads, headByKey }, fixtureId) {
  const first2 = headByKey.get(headKey(fixtureId, 0, 1)) ?? headByKey.get(headKey(fixtureId, 0, 2));
  return first2?.fixture.id === fixtureId ? heads.slice(first2.order, first2.order + first2.mode.heads.length) : [];
}
function liesAlike(a, b) {
  return a.number === b.number && a.profileId === b.profileId && a.modeId === b.modeId && sameJson(a.precedence, b.precedence);
}
function repatchedRig(rig, heads) {
  const patches = { universes: rig.patches.universes.slice(), addresses: rig.patches.addresses.slice() };
  for (const { order, fixture } of heads) {
    patches.universes[order] = fixture.patch?.universe ?? 0;
    patches.addresses[order] = fixture.patch?.address ?? 0;
  }
  const universes = universesIn(patches);
  const same = universes.length === rig.universes.length && universes.every((universe, at) => universe === rig.universes[at]);
  return { patches, universes: same ? rig.universes : universes };
}
function parametersMoved(before, after) {
  if (before.layout === after.layout) return null;
  const place2 = ({ head, channel }) => after.headByKey.get(head.key)?.parameters.get(channel.attribute) ?? -1;
  return Int32Array.from(before.parameters, place2);
}

// packages/core/src/show/show.ts
var Show = class _Show {
  records;
  /** Lists by kind, made when first asked for; shows in which a kind is the same share its list. */
  #byKind;
  /** Cues by list, rising by number; made when first asked for. */
  #cues = null;
  #rig = null;
  constructor(records) {
    this.records = records;
    this.#byKind = freshLists();
  }
  /** `changed`: ids of all records that differ, where they are known: lists of other kinds needn't be made anew. */
  withRecords(records, changed) {
    const next = new _Show(records);
    if (changed) {
      const kinds = new Set(changed.flatMap((id4) => [this.records.get(id4)?.kind ?? [], records.get(id4)?.kind ?? []].flat()));
      const lists = { ...this.#byKind };
      for (const kind of kinds) {
        const list = lists[kind]?.list;
        if (list === void 0) continue;
        lists[kind] = { list: list && changed.length < list.length ? this.#changedList(kind, list, { records, changed }) : null };
      }
      next.#byKind = lists;
      if (!kinds.has("cue")) next.#cues = this.#cues;
      if (!kinds.has("fixture") && !kinds.has("profile")) {
        next.#rig = this.#rig;
        return next;
      }
    }
    if (this.#rig && sameList(this.rigRecords(), next.rigRecords())) next.#rig = this.#rig;
    else if (this.#rig && changed) next.#rig = next.#replaced(this.#rig, changed);
    return next;
  }
  /** The rig where fixtures among what changed are only placed, patched or named otherwise; null where more has changed. */
  #replaced(rig, changed) {
    const records = [...new Set(changed)].map((id4) => this.records.get(id4));
    const gone = records.some((record) => record === void 0 || record.kind === "profile");
    return gone ? null : replacedRig(
      rig,
      records.flatMap((record) => record.kind === "fixture" ? record : [])
    );
  }
  /** The records of a kind after a few have changed, in their order. */
  #changedList(kind, list, { records, changed }) {
    const ids = new Set(changed);
    const kept = list.flatMap((record) => ids.has(record.id) ? records.get(record.id) ?? [] : record);
    const added = [...ids].flatMap((id4) => this.records.has(id4) ? [] : records.get(id4) ?? []);
    return [...kept, ...added.filter((record) => record.kind === kind)];
  }
  /** The record if it exists and is of this kind. */
  get(kind, id4) {
    const record = id4 === null || id4 === void 0 ? void 0 : this.records.get(id4);
    return record?.kind === kind ? record : null;
  }
  /** All records of a kind, in the order in which they came. */
  all(kind) {
    const known4 = this.#byKind[kind];
    known4.list ??= [...this.records.values()].filter((record) => record.kind === kind);
    return known4.list;
  }
  get rig() {
    this.#rig ??= buildRig(this.all("fixture"), new Map(this.all("profile").map((profile2) => [profile2.id, profile2])));
    return this.#rig;
  }
  get territories() {
    return this.all("territory");
  }
  get lent() {
    return this.all("loan").filter(({ state }) => state === "lent");
  }
  groupHeads(groupId) {
    return this.get("group", groupId)?.heads ?? null;
  }
  preset(presetId) {
    return this.get("preset", presetId);
  }
  savedWave(waveId) {
    return this.get("savedWave", waveId);
  }
  placed(head) {
    const found = this.rig.headByKey.get(head);
    return found ? placedHead(found) : null;
  }
  /** The cues of a list, rising by number. */
  cuesOf(listId) {
    this.#cues ??= cuesByList(this.all("cue"));
    return this.#cues.get(listId) ?? [];
  }
  sketchOf(personId) {
    return this.get("sketch", sketchIdOf(personId));
  }
  playbackState(playbackId) {
    return this.get("playbackState", playbackStateIdOf(playbackId));
  }
  masterState(masterId) {
    return this.get("masterState", masterStateIdOf(masterId));
  }
  groupMasterLevel(groupMaster) {
    return this.get("groupMasterState", groupMasterStateIdOf(groupMaster.id))?.level ?? restingLevel(groupMaster);
  }
  get stageState() {
    return this.get("stageState", STAGE_ID);
  }
  /** Where the sound of a list, or the timecode that comes in, stands. */
  timeState(of) {
    return this.get("timeState", timeStateIdOf(of));
  }
  rigRecords() {
    return [...this.all("profile"), ...this.all("fixture")];
  }
};
function sameList(a, b) {
  return a.length === b.length && a.every((entry, index) => entry === b[index]);
}
function cuesByList(cues) {
  const lists = /* @__PURE__ */ new Map();
  for (const cue of cues) {
    const list = lists.get(cue.listId);
    if (list) list.push(cue);
    else lists.set(cue.listId, [cue]);
  }
  for (const list of lists.values()) list.sort((a, b) => a.number - b.number);
  return lists;
}
function freshLists() {
  const lists = {};
  for (const kind of Object.keys(KINDS)) lists[kind] = { list: null };
  return lists;
}

// packages/core/src/show/driving.ts
function listDrives(show, { listId, cueId }, reaches) {
  const owner = show.get("cueList", listId)?.territoryId ?? null;
  return stateAt(show.cuesOf(listId), cueId, contextWith(show, { reaches: reaches ?? reachOfOwner(owner, show) }));
}
function sketchDrives(show, { personId, strokes, blind }) {
  const person = show.get("person", personId);
  if (!person || blind || Object.keys(strokes).length === 0) return null;
  return resolve(strokes, contextWith(show, { reaches: reachOf(person, show) }));
}

// packages/core/src/playing/cue-after.ts
function cueAfter(cues, cueId) {
  const at = cues.findIndex(({ id: id4 }) => id4 === cueId);
  const link = cues[at]?.thenCueId;
  return link === void 0 ? cues[at + 1] : cues.find(({ id: id4 }) => id4 === link);
}

// packages/core/src/engine/color-travel.ts
var TRAVEL_STEPS = 16;
function colorTravel(legs, rig, path) {
  const byHead = /* @__PURE__ */ new Map();
  for (const leg of legs) {
    const { head, channel } = rig.parameters[leg.parameter];
    if (attributeInfo(channel.attribute).family !== "Colour" || channel.attribute === "Color1") continue;
    const own = byHead.get(head) ?? /* @__PURE__ */ new Map();
    own.set(channel.attribute, leg);
    byHead.set(head, own);
  }
  const tables2 = /* @__PURE__ */ new Map();
  for (const [head, own] of byHead) {
    const mixing = [...head.parameters.keys()].filter(
      (attribute) => attributeInfo(attribute).family === "Colour" && attribute !== "Color1"
    );
    const moves = [...own.values()].some(({ from, to }) => Math.abs(from - to) > 1e-6);
    if (moves && mixing.every((attribute) => own.has(attribute))) layTravel(head, own, { path, tables: tables2 });
  }
  return tables2;
}
function layTravel(head, own, { path, tables: tables2 }) {
  const at = (end2) => mixed(head, new Map([...own].map(([attribute, leg]) => [attribute, leg[end2]])));
  const [start, end] = [at("from"), at("to")];
  if (!(start.y > 1e-9) || !(end.y > 1e-9)) return;
  const emits = [...own.keys()].some((attribute) => attribute.startsWith("ColorAdd_"));
  const share = (color) => emits ? color.y / Math.max(1e-9, mixed(head, mix(head, color)).y) : 1;
  const [first2, last] = [share(start), share(end)];
  for (const { parameter } of own.values()) tables2.set(parameter, new Float32Array(TRAVEL_STEPS + 1));
  for (let step = 0; step <= TRAVEL_STEPS; step++) {
    const s = step / TRAVEL_STEPS;
    const levels = mix(head, fanColor({ knots: [xyYOf(start), xyYOf(end)], path }, s));
    const scale = emits ? first2 + (last - first2) * s : 1;
    for (const [attribute, { parameter, from, to }] of own)
      tables2.get(parameter)[step] = step === 0 ? from : step === TRAVEL_STEPS ? to : (levels.get(attribute) ?? 0) * scale;
  }
}
function readTravel(table, done) {
  const at = done * TRAVEL_STEPS;
  const step = Math.min(TRAVEL_STEPS - 1, Math.floor(at));
  const low = table[step];
  return low + (table[step + 1] - low) * (at - step);
}

// packages/core/src/engine/carry-over.ts
var MOST_BENEATH = 3;
function rowsIn(parameters, other) {
  const rows = new Int32Array(parameters.length).fill(-1);
  for (let row = 0, old = 0; row < parameters.length && old < other.parameters.length; row++) {
    while (old < other.parameters.length && other.parameters[old] < parameters[row]) old++;
    if (other.parameters[old] === parameters[row]) rows[row] = old;
  }
  return rows;
}
function layOver(next, present, { merged, gain }) {
  const rows = rowsIn(next.compiled.parameters, present.compiled);
  const moving = movingRows(present);
  let any = false;
  next.compiled.parameters.forEach((parameter, row) => {
    const old = rows[row];
    const shows = row < next.htpRows || Math.abs(merged[parameter] - present.rowValue(old)) < 1e-6;
    if (old >= 0 && moving[old] === 1 && shows) any = true;
    else rows[row] = -1;
  });
  if (!any) return;
  present.motions.stop(next.startSeconds);
  next.beneath = { source: present, rows, gain };
  limitDepth(next);
}
function movingRows({ compiled, beneath }) {
  const moving = new Uint8Array(compiled.parameters.length);
  compiled.motions.targets.forEach((row) => moving[row] = 1);
  beneath?.rows.forEach((under, row) => {
    if (under >= 0) moving[row] = 1;
  });
  return moving;
}
function limitDepth(top) {
  let source = top;
  for (let depth = 0; depth < MOST_BENEATH && source.beneath; depth++) source = source.beneath.source;
  const { beneath } = source;
  if (!beneath) return;
  beneath.rows.forEach((under, row) => {
    if (under >= 0) source.from[row] = beneath.source.rowValue(under) * (row < source.htpRows ? beneath.gain : 1);
  });
  source.beneath = null;
}
function carryStarts(present, next) {
  const rows = rowsIn(next.compiled.parameters, present.compiled);
  rows.forEach((old, row) => {
    if (old >= 0) next.from[row] = present.from[old];
  });
  const { beneath } = present;
  if (beneath) next.beneath = { ...beneath, rows: rows.map((old) => old >= 0 ? beneath.rows[old] : -1) };
}

// packages/core/src/engine/lay-rows.ts
function ruleOf(source, row) {
  if (row < source.htpRows) return "highest";
  const way = source.adds ? source.adds[source.compiled.parameters[row]] : 0;
  return way === 0 ? "replaces" : way === 1 ? "highest" : "lowest";
}
function shareOf(source, rule) {
  return rule === "replaces" && !source.scalesAll ? source.weight : source.weight * source.level;
}
function layRow(source, row, stage) {
  const parameter = source.compiled.parameters[row];
  const rule = ruleOf(source, row);
  const share = shareOf(source, rule);
  const value = source.rowValue(row);
  if (rule !== "replaces") return raise(parameter, stage, { value, share, rule });
  const { values, cover } = stage;
  const { covered } = cover;
  const beneath = values[parameter];
  values[parameter] = share === 1 ? value : beneath + (value - beneath) * share;
  covered[parameter] = covered[parameter] + (1 - covered[parameter]) * share;
  return share > 0;
}
function raise(parameter, { values, cover: { covered, home } }, { value, share, rule }) {
  const before = covered[parameter];
  const after = Math.max(before, share);
  const lowest = rule === "lowest";
  const rest = lowest ? 1 - home[parameter] : home[parameter];
  const said2 = (lowest ? 1 - values[parameter] : values[parameter]) - rest * (1 - before);
  const offered2 = (lowest ? 1 - value : value) * share;
  const made = Math.max(said2, offered2) + rest * (1 - after);
  values[parameter] = lowest ? 1 - made : made;
  covered[parameter] = after;
  return share > 0 && (offered2 > said2 || before === 0);
}

// packages/core/src/engine/runs.ts
var MIXED = -1;
var WORTH_APART = 16;
var RunList = class {
  #numbers = [];
  push(row, parameter, { length, timing }) {
    if (length > 0) this.#numbers.push(row, parameter, length, timing);
  }
  done() {
    const numbers = this.#numbers;
    const every = (offset) => {
      const column = new Int32Array(numbers.length / 4);
      for (let at = 0; at < column.length; at++) column[at] = numbers[4 * at + offset];
      return column;
    };
    return { count: numbers.length / 4, rows: every(0), parameters: every(1), lengths: every(2), timings: every(3) };
  }
};
function runsOf({ parameters, timing }, border) {
  const list = new RunList();
  let [begin, same] = [0, 0];
  const close = (end) => {
    if (end - same >= WORTH_APART) {
      list.push(begin, parameters[begin], { length: same - begin, timing: MIXED });
      list.push(same, parameters[same], { length: end - same, timing: timing[same] });
    } else list.push(begin, parameters[begin], { length: end - begin, timing: same === begin ? timing[begin] : MIXED });
  };
  for (let row = 1; row <= parameters.length; row++) {
    const follows2 = row < parameters.length && row !== border && parameters[row] === parameters[row - 1] + 1;
    if (follows2 && timing[row] === timing[row - 1]) continue;
    if (!follows2 || row - same >= WORTH_APART) {
      close(row);
      begin = row;
    }
    same = row;
  }
  return list.done();
}

// packages/core/src/engine/lay-counting.ts
var said = new Float64Array(1024);
function layCounting(source, stretch2, stage) {
  const end = stretch2.row + stretch2.length;
  while (stretch2.row < end) {
    const count = countAlike(source, stretch2.row, end);
    say(source, stretch2, count);
    const rule = ruleOf(source, stretch2.row);
    stretch2.share[0] = shareOf(source, rule);
    if (rule === "replaces") replace(stretch2, count, stage);
    else if (rule === "highest") raise2(stretch2, count, stage);
    else lower(stretch2, count, stage);
    stretch2.row += count;
    stretch2.parameter += count;
  }
}
function countAlike(source, row, end) {
  const most = end - row < said.length ? end - row : said.length;
  const { adds, htpRows } = source;
  const { parameters } = source.compiled;
  if (row < htpRows) return htpRows - row < most ? htpRows - row : most;
  if (adds === null) return most;
  const way = adds[parameters[row]];
  let count = 1;
  while (count < most && adds[parameters[row + count]] === way) count++;
  return count;
}
function say(source, { row, timing }, count) {
  const { from, progress, settled } = source;
  const { to, timing: timings } = source.compiled;
  if (!settled && (source.beneath !== null || source.travel.size > 0))
    for (let at = 0; at < count; at++) said[at] = source.rowValue(row + at);
  else if (settled) for (let at = 0; at < count; at++) said[at] = to[row + at];
  else
    for (let at = 0; at < count; at++) {
      const done = progress[timing === MIXED ? timings[row + at] : timing];
      const start = done < 1 ? from[row + at] : 0;
      said[at] = start + (to[row + at] - start) * done;
    }
}
function replace({ parameter, share: shares }, count, { values, cover: { covered } }) {
  const share = shares[0];
  for (let at = 0; at < count; at++) {
    const beneath = values[parameter + at];
    const before = covered[parameter + at];
    values[parameter + at] = share === 1 ? said[at] : beneath + (said[at] - beneath) * share;
    covered[parameter + at] = before + (1 - before) * share;
  }
}
function raise2({ parameter, share: shares }, count, { values, cover: { covered, home } }) {
  const share = shares[0];
  for (let at = 0; at < count; at++) {
    const before = covered[parameter + at];
    const rest = home[parameter + at];
    const there = values[parameter + at] - rest * (1 - before);
    const offered2 = said[at] * share;
    const after = before > share ? before : share;
    values[parameter + at] = (there > offered2 ? there : offered2) + rest * (1 - after);
    covered[parameter + at] = after;
  }
}
function lower({ parameter, share: shares }, count, { values, cover: { covered, home } }) {
  const share = shares[0];
  for (let at = 0; at < count; at++) {
    const before = covered[parameter + at];
    const rest = 1 - home[parameter + at];
    const there = 1 - values[parameter + at] - rest * (1 - before);
    const offered2 = (1 - said[at]) * share;
    const after = before > share ? before : share;
    values[parameter + at] = 1 - ((there > offered2 ? there : offered2) + rest * (1 - after));
    covered[parameter + at] = after;
  }
}

// packages/core/src/engine/laid-stage.ts
function laidStage(values, of) {
  return { values, bits: new Int32Array(values.buffer, values.byteOffset, values.length), ...of };
}

// packages/core/src/engine/lay-runs.ts
function laySeen(source, { plain, counting }, stage) {
  layRuns(source, plain, stage);
  if (counting.count > 0) layRuns(source, counting, stage, layCounting);
}
var stretch = { row: 0, parameter: 0, length: 0, timing: 0, share: new Float64Array(1) };
function layRuns(source, runs, stage, lay = layPlain) {
  const { count, bounds } = stage.spans;
  for (let at = 0, span = 0; at < runs.count && span < count; ) {
    const first2 = runs.parameters[at];
    const end = first2 + runs.lengths[at];
    const [from, to] = [bounds[2 * span], bounds[2 * span + 1]];
    if (end > from && first2 < to) {
      const begin = first2 > from ? first2 : from;
      stretch.parameter = begin;
      stretch.row = runs.rows[at] + begin - first2;
      stretch.length = (end < to ? end : to) - begin;
      stretch.timing = runs.timings[at];
      lay(source, stretch, stage);
    }
    if (end <= to) at++;
    else span++;
  }
}
function layPlain(source, at, stage) {
  const { values } = stage;
  const { settled, weight, level, htpRows } = source;
  const raises = at.row < htpRows;
  const gain = weight * level;
  const share = raises || source.scalesAll ? gain : weight;
  if (share === 0) return;
  at.share[0] = share;
  if (!settled && (source.beneath !== null || source.travel.size > 0)) return layRowByRow(source, at, values);
  if (raises) return raise3(source, at, stage);
  const mixed2 = !settled && at.timing === MIXED;
  const done = settled || mixed2 ? 1 : source.progress[at.timing];
  if (mixed2) replaceOnTheWay(source, at, values);
  else if (done === 1) replaceBy(source.compiled.to, at, values);
  else if (done === 0) replaceBy(source.from, at, values);
  else replaceOnTheWay(source, at, values);
}
var offered = new Float32Array(1024);
var offeredBits = new Int32Array(offered.buffer);
function raise3(source, stretch2, { bits }) {
  for (let left2 = stretch2.length; left2 > 0; ) {
    const count = left2 < offered.length ? left2 : offered.length;
    offer(source, stretch2, count);
    raiseBits(bits, stretch2.parameter, count);
    stretch2.row += count;
    stretch2.parameter += count;
    left2 -= count;
  }
}
function offer(source, { row, timing, share: shares }, count) {
  const share = shares[0];
  const { from, progress, settled } = source;
  const { to, timing: timings } = source.compiled;
  const mixed2 = !settled && timing === MIXED;
  const same = settled || mixed2 ? 1 : progress[timing];
  if (!mixed2 && same === 1) for (let at = 0; at < count; at++) offered[at] = to[row + at] * share;
  else if (mixed2)
    for (let at = 0; at < count; at++) {
      const start = from[row + at];
      offered[at] = (start + (to[row + at] - start) * progress[timings[row + at]]) * share;
    }
  else
    for (let at = 0; at < count; at++) {
      const start = from[row + at];
      offered[at] = (start + (to[row + at] - start) * same) * share;
    }
}
function raiseBits(bits, parameter, count) {
  for (let at = 0; at < count; at++) {
    const there = bits[parameter + at];
    const short = there - offeredBits[at] | 0;
    bits[parameter + at] = there - (short & short >> 31) | 0;
  }
}
function replaceBy(said2, { row, parameter, length, share: shares }, values) {
  const share = shares[0];
  if (share === 1) for (let at = 0; at < length; at++) values[parameter + at] = said2[row + at];
  else
    for (let at = 0; at < length; at++) {
      const beneath = values[parameter + at];
      values[parameter + at] = beneath + (said2[row + at] - beneath) * share;
    }
}
function replaceOnTheWay(source, { row, parameter, length, timing, share: shares }, values) {
  const share = shares[0];
  const { from, progress } = source;
  const { to, timing: timings } = source.compiled;
  const same = timing === MIXED ? 0 : progress[timing];
  if (share === 1 && timing !== MIXED)
    for (let at = 0; at < length; at++) {
      const start = from[row + at];
      values[parameter + at] = start + (to[row + at] - start) * same;
    }
  else
    for (let at = 0; at < length; at++) {
      const start = from[row + at];
      const value = start + (to[row + at] - start) * (timing === MIXED ? progress[timings[row + at]] : same);
      const beneath = values[parameter + at];
      values[parameter + at] = share === 1 ? value : beneath + (value - beneath) * share;
    }
}
function layRowByRow(source, { row, parameter, length, share: shares }, values) {
  const share = shares[0];
  const raises = row < source.htpRows;
  for (let at = 0; at < length; at++) {
    const value = source.rowValue(row + at);
    const beneath = values[parameter + at];
    if (!raises) values[parameter + at] = share === 1 ? value : beneath + (value - beneath) * share;
    else if (value * share > beneath) values[parameter + at] = value * share;
  }
}

// packages/core/src/engine/row-times.ts
function timesOfContent(cue, content2, { chosen, ...starts }) {
  const length = content2.reduce((sum, one) => sum + lengthOf(one), 0);
  const [fades, delays] = [new Float64Array(length), new Float64Array(length)];
  if (chosen !== void 0) {
    fades.fill(chosen);
    return { fades, delays };
  }
  let at = 0;
  const put = (fade, delay) => {
    fades[at] = fade;
    delays[at++] = delay;
  };
  for (const one of content2)
    if (isColumn(one)) timesOfColumn(cue, one, { ...starts, put });
    else
      for (const row of one) {
        const { fade, delay } = timesOfRow2(cue, row, { rig: starts.rig, from: starts.startOf(row.parameter) });
        put(fade, delay);
      }
  return { fades, delays };
}
function timesOfColumn(cue, column, of) {
  const { rig, startOf, put } = of;
  const { parameters, values, times } = column;
  const { family } = attributeInfo(rig.parameters[parameters[0]].channel.attribute);
  const usual = (down2) => rowTimes(cue, { family, fade: null, delay: null, down: down2 });
  const [up, down] = [usual(false), usual(true)];
  const alike = family !== "Intensity" || up.fade === down.fade;
  const { inSeconds } = cue;
  for (let at = 0; at < values.length; at++) {
    const plain = alike || !(values[at] < startOf(parameters[at]) - 1e-9) ? up : down;
    put(
      first(first(part2(times.fadePart, at) * inSeconds, part2(times.fade, at)), plain.fade),
      first(first(part2(times.delayPart, at) * inSeconds, part2(times.delay, at)), plain.delay)
    );
  }
}
var part2 = (times, at) => times === void 0 ? NaN : times[at];
var first = (time5, otherwise) => time5 === time5 ? time5 : otherwise;
function keepPlaces(content2, times, { present, elapsed }) {
  const { parameters, timing: timings, fades, delays } = present.compiled;
  const rowOf = risingRows(parameters);
  let at = 0;
  const keep = (parameter) => {
    const [old, here] = [rowOf(parameter), at++];
    const [fade, delay] = [times.fades[here], times.delays[here]];
    if (present.settled) {
      if (old < 0) times.fades[here] = 0;
      times.delays[here] = old >= 0 ? elapsed - fade : 0;
      return;
    }
    const timing = old >= 0 ? timings[old] : -1;
    if (old < 0 || fades[timing] === fade && delays[timing] === delay) return;
    const done = present.progressOf(old);
    times.delays[here] = done > 0 ? elapsed - done * fade : Math.max(delay, elapsed);
  };
  for (const one of content2)
    if (isColumn(one)) one.parameters.forEach(keep);
    else for (const { parameter } of one) keep(parameter);
}
function risingRows(parameters) {
  let row = 0;
  return (parameter) => {
    if (row > 0 && parameters[row - 1] >= parameter) row = 0;
    while (row < parameters.length && parameters[row] < parameter) row++;
    return parameters[row] === parameter ? row : -1;
  };
}

// packages/core/src/engine/moved-rows.ts
function movedRows(compiled, to) {
  const { parameters, base, timing, motions, riders } = compiled;
  const kept = [...parameters.keys()].filter((row) => to[parameters[row]] >= 0);
  const from = Int32Array.from(kept.sort((a, b) => to[parameters[a]] - to[parameters[b]]));
  const rowTo = new Int32Array(parameters.length).fill(-1);
  from.forEach((old, row) => rowTo[old] = row);
  return {
    compiled: {
      ...compiled,
      parameters: from.map((old) => to[parameters[old]]),
      base: Float32Array.from(from, (old) => base[old]),
      to: Float32Array.from(from, (old) => compiled.to[old]),
      timing: Uint32Array.from(from, (old) => timing[old]),
      motions: movedMotions(motions, rowTo),
      riders: movedMotions(riders, to)
    },
    from,
    to: rowTo
  };
}
function movedMotions(motions, to) {
  const { targets, tables: tables2, phases, lows, spans, middles, clocks, relative, timings, fades } = motions;
  const kept = [...targets.keys()].filter((at) => to[targets[at]] >= 0);
  kept.sort((a, b) => to[targets[a]] - to[targets[b]] || a - b);
  return {
    targets: Int32Array.from(kept, (at) => to[targets[at]]),
    tables: kept.map((at) => tables2[at]),
    phases: Float64Array.from(kept, (at) => phases[at]),
    lows: Float32Array.from(kept, (at) => lows[at]),
    spans: Float32Array.from(kept, (at) => spans[at]),
    middles: Float32Array.from(kept, (at) => middles[at]),
    clocks: Uint16Array.from(kept, (at) => clocks[at]),
    relative: Uint8Array.from(kept, (at) => relative[at]),
    timings: Uint32Array.from(kept, (at) => timings[at]),
    fades: fades && { in: Float32Array.from(kept, (at) => fades.in[at]), out: Float32Array.from(kept, (at) => fades.out[at]) }
  };
}

// packages/core/src/engine/fade-progress.ts
function progressAt(elapsed, delay, fade) {
  const under = elapsed - delay;
  if (under < 0) return 0;
  return fade > 0 && under < fade ? under / fade : 1;
}

// packages/core/src/engine/clock-groups.ts
var ClockGroups = class {
  groups;
  rates;
  constructor(clocks) {
    this.rates = Float64Array.from(clocks, ({ rate }) => rate);
    const found = /* @__PURE__ */ new Map();
    clocks.forEach(({ masterId, family, ownBpm, count, lead }, at) => {
      const key = count === null && lead === void 0 ? `${masterId} ${family} ${ownBpm}` : `alone ${at}`;
      const members = found.get(key);
      if (members) members.push(at);
      else found.set(key, [at]);
    });
    this.groups = [...found.values()].map((members) => ({ first: clocks[members[0]], members: Int32Array.from(members) }));
  }
};

// packages/core/src/engine/motion-runs.ts
var MotionRuns = class {
  count;
  /** Stretches are half-open. */
  begins;
  ends;
  /** 1 = rows that follow each other, one motion each with nothing beneath it, all of one table, without sizes that fade. */
  alike;
  #motions;
  constructor(motions) {
    const { targets, tables: tables2, relative, fades } = motions;
    const alone = (at) => relative[at] === 0 && fades === null && targets[at - 1] !== targets[at] && targets[at + 1] !== targets[at];
    const goesOn = (at) => targets[at] === targets[at - 1] + 1 && tables2[at] === tables2[at - 1];
    const [begins, ends, alike] = [[], [], []];
    for (let begin = 0; begin < targets.length; ) {
      const same = alone(begin);
      let end = begin + 1;
      while (end < targets.length && alone(end) === same && (!same || goesOn(end))) end++;
      begins.push(begin);
      ends.push(end);
      alike.push(same ? 1 : 0);
      begin = end;
    }
    this.count = begins.length;
    this.begins = Int32Array.from(begins);
    this.ends = Int32Array.from(ends);
    this.alike = Uint8Array.from(alike);
    this.#motions = motions;
  }
  /** Where the motions of a stretch that swing alike are, at their full size and limited to 0..1, into the rows of `to`. */
  swing(run, cycles, to) {
    const { targets, tables: tables2, clocks, phases, lows, spans } = this.#motions;
    const [begin, end] = [this.begins[run], this.ends[run]];
    const table = tables2[begin];
    const cells = table.length >> 1;
    for (let at = begin, row = targets[begin]; at < end; at++, row++) {
      const turned = cycles[clocks[at]] + phases[at];
      const place2 = (turned - Math.floor(turned)) * cells;
      const cell = place2 | 0;
      const value = lows[at] + spans[at] * (table[2 * cell] + table[2 * cell + 1] * (place2 - cell));
      to[row] = value > 0 ? value < 1 ? value : 1 : 0;
    }
  }
};

// packages/core/src/engine/running-motions.ts
var RunningMotions = class {
  runs;
  /** Factor of the swings about their middles. */
  size = 1;
  #compiled;
  #startSeconds;
  #groups;
  #cycles;
  /** Where counting clocks began; NaN before the first look. */
  #begins;
  #now;
  #stopSeconds = null;
  constructor(compiled, startSeconds) {
    this.runs = new MotionRuns(compiled.motions);
    this.#compiled = compiled;
    this.#groups = new ClockGroups(compiled.clocks);
    this.#startSeconds = startSeconds;
    this.#now = startSeconds;
    this.#cycles = new Float64Array(compiled.clocks.length);
    this.#begins = new Float64Array(compiled.clocks.length).fill(NaN);
  }
  /** From here on motions that fade out do so. */
  stop(at) {
    this.#stopSeconds ??= at;
  }
  /** Same clocks that count go on from where they began there. */
  carryCounts(present) {
    this.#compiled.clocks.forEach((clock, at) => {
      const before = clock.count === null ? -1 : present.#compiled.clocks.findIndex((other) => sameClock(other, clock));
      if (before >= 0) this.#begins[at] = present.#begins[before];
    });
  }
  /** Goes on where these motions, whose clocks are the same ones, are. */
  goOnFrom(present) {
    this.size = present.size;
    this.#cycles.set(present.#cycles);
    this.#begins.set(present.#begins);
    this.#now = present.#now;
    this.#stopSeconds = present.#stopSeconds;
  }
  /** Brings all to time t; those of rows go into the rows' levels. */
  advance(t, reader) {
    this.#now = t;
    const { to } = this.#compiled;
    this.#readClocks(t, reader);
    const { count, begins, ends, alike } = this.runs;
    for (let run = 0; run < count; run++)
      if (alike[run] === 1 && this.size === 1) this.runs.swing(run, this.#cycles, to);
      else this.#swingEach(begins[run], ends[run]);
  }
  /** Clocks that differ in their rates alone are read once; while a glide takes each its own way, and where they count, one by one. */
  #readClocks(t, reader) {
    const { groups, rates } = this.#groups;
    for (let group = 0; group < groups.length; group++) {
      const { first: first2, members } = groups[group];
      const beats2 = members.length > 1 ? reader.beatsOf(first2, t) : NaN;
      if (beats2 === beats2) for (let at = 0; at < members.length; at++) this.#cycles[members[at]] = fraction(beats2 * rates[members[at]]);
      else for (let at = 0; at < members.length; at++) this.#cycles[members[at]] = this.#roundsOf(members[at], t, reader);
    }
  }
  /** Motions one by one, those of a row on each other. */
  #swingEach(begin, end) {
    const { motions, base, to } = this.#compiled;
    const { targets, relative } = motions;
    for (let at = begin; at < end; ) {
      const row = targets[at];
      let value = base[row];
      do {
        const swing = this.swing(motions, at);
        value = relative[at] === 0 ? swing : value + swing;
        at++;
      } while (at < end && targets[at] === row);
      to[row] = value > 0 ? value < 1 ? value : 1 : 0;
    }
  }
  /** Clocks that count begin with the source and end after their rounds; others give their place in the round. */
  #roundsOf(at, t, reader) {
    const clock = this.#compiled.clocks[at];
    const cycles = reader.cyclesOf(clock, t);
    if (clock.count === null) return fraction(cycles);
    const way = clock.rate < 0 ? -1 : 1;
    if (Number.isNaN(this.#begins[at])) this.#begins[at] = reader.cyclesOf(clock, this.#startSeconds);
    if ((cycles - this.#begins[at]) * way < 0) this.#begins[at] = 0;
    const gone = Math.max(0, (cycles - this.#begins[at]) * way);
    return fraction(way * Math.min(gone, clock.count));
  }
  /** Where one motion, of rows or of what rides, is now. */
  swing(motions, at) {
    const swing = swingAt(motions, at, this.#cycles[motions.clocks[at]]);
    const { fades } = motions;
    const middle = motions.middles[at];
    if (!fades) return this.size === 1 ? swing : middle + (swing - middle) * this.size;
    const delay = this.#compiled.delays[motions.timings[at]];
    const grown = fades.in[at] > 0 ? progressAt(this.#now - this.#startSeconds, delay, fades.in[at]) : 1;
    const gone = this.#stopSeconds !== null && fades.out[at] > 0 ? progressAt(this.#now - this.#stopSeconds, 0, fades.out[at]) : 0;
    return middle + (swing - middle) * grown * (1 - gone) * this.size;
  }
  /** Where the motions of a row or of what rides on a parameter are in their round now, 0..1. */
  phasesOf(row, parameter) {
    const { motions, riders } = this.#compiled;
    const phases = ({ targets, clocks, phases: offsets }, target) => [...targets.keys()].filter((at) => targets[at] === target).map((at) => fraction(this.#cycles[clocks[at]] + offsets[at]));
    return [...row < 0 ? [] : phases(motions, row), ...phases(riders, parameter)];
  }
};

// packages/core/src/engine/source.ts
var NO_TRAVEL = /* @__PURE__ */ new Map();
var NEVER_PAUSED = { since: null, heldSeconds: 0 };
var RANK_OF = { low: 0, normal: 1, high: 3, top: 4 };
var SKETCH_RANK = 2;
var Source = class _Source {
  id;
  compiled;
  /** Ids of records that were read to make it. */
  reads;
  from;
  startSeconds;
  /** Rows below this index merge by HTP; a sketch has none: it takes over. */
  htpRows;
  /** Its rows in stretches. */
  runs;
  motions;
  scalesAll = false;
  /** Lies over sources of a lower rank, however late they came. */
  rank = RANK_OF.normal;
  /** What its colours do to each parameter where they add up (see addingWays); null = they replace. */
  adds = null;
  leavesByHand = false;
  /** Every fade has arrived. */
  settled = false;
  /** Levels along the way of colours that don't travel as levels, by row. */
  travel = NO_TRAVEL;
  /** What moves on beneath until this has arrived. */
  beneath = null;
  /** Seconds by which fades are behind because they were paused, and since when they are. */
  pause = NEVER_PAUSED;
  /** The part done of each distinct timing. */
  progress;
  /** Rows of HTP raise; those of a sketch take over. */
  #raises;
  /** Level, weight and now: written every frame, and numbers in fields would be made anew each time. */
  #numbers = Float64Array.of(0, 1, 0);
  /** The card whose fader and flashes it follows. */
  #card = null;
  /** The part done by hand, in place of the times. */
  #hand = null;
  #release = null;
  constructor(of) {
    this.id = of.id;
    this.compiled = of.compiled;
    this.reads = of.reads;
    this.from = of.from;
    this.startSeconds = of.startSeconds;
    this.#now = of.startSeconds;
    this.level = of.level;
    this.#raises = of.htpCount > 0;
    this.htpRows = lowerBound(of.compiled.parameters, of.htpCount);
    this.runs = runsOf(of.compiled, this.htpRows);
    this.motions = new RunningMotions(of.compiled, of.startSeconds);
    this.progress = new Float64Array(of.compiled.fades.length);
  }
  /** Scales the HTP rows, and the others too where `scalesAll`. */
  get level() {
    return this.#numbers[0];
  }
  set level(level) {
    this.#numbers[0] = level;
  }
  /** 1 while held, falling to 0 while letting go. */
  get weight() {
    return this.#numbers[1];
  }
  set weight(weight) {
    this.#numbers[1] = weight;
  }
  get #now() {
    return this.#numbers[2];
  }
  set #now(t) {
    this.#numbers[2] = t;
  }
  get lettingGo() {
    return this.#release !== null || this.leavesByHand;
  }
  letGo(startSeconds, seconds) {
    this.#release = { startSeconds, seconds, from: this.weight };
    this.#card = null;
    this.leavesByHand = false;
    this.motions.stop(startSeconds);
  }
  /** Goes as far as a hand has taken the crossfade that moves it away. */
  leaveByHand(part3) {
    this.weight = 1 - part3;
    this.leavesByHand = true;
  }
  /** Takes level, priority, pauses and all else that isn't content from its card. */
  follow(playback, state, ways) {
    const role = roleOf(playback);
    this.#card = { playback, state };
    this.rank = RANK_OF[playback.priority ?? "normal"];
    this.scalesAll = role === "everything";
    this.adds = playback.colors === "add" ? ways : null;
    this.motions.size = role === "motion-size" ? state.level : 1;
    this.pause = { since: state.pausedSeconds ?? null, heldSeconds: state.heldSeconds ?? 0 };
    this.#hand = state.hand?.part ?? null;
    this.level = cardLevel(playback, state, this.#now);
  }
  /** The same place over and under others. */
  lieLike({ rank, scalesAll, adds, level, motions }) {
    Object.assign(this, { rank, scalesAll, adds, level });
    this.motions.size = motions.size;
  }
  /** The same run on a rig whose parameters lie otherwise: `to` tells of each where it is now, -1 = gone. */
  moved(to, ways) {
    const { compiled, from, to: rowTo } = movedRows(this.compiled, to);
    const starts = Float32Array.from(from, (row) => this.from[row]);
    const next = new _Source({ ...this, compiled, from: starts, htpCount: this.#raises ? ways.htpCount : 0 });
    const { weight, settled, pause, leavesByHand } = this;
    next.lieLike(this);
    Object.assign(next, { weight, settled, pause, leavesByHand, adds: this.adds && ways.adding });
    next.travel = new Map([...this.travel].flatMap(([row, table]) => rowTo[row] < 0 ? [] : [[rowTo[row], table]]));
    next.progress.set(this.progress);
    next.motions.goOnFrom(this.motions);
    next.#now = this.#now;
    next.#card = this.#card;
    next.#hand = this.#hand;
    next.#release = this.#release;
    if (this.beneath) next.beneath = movedBeneath(this.beneath, from, { to, ways });
    return next;
  }
  /** True while time alone changes what it says. */
  get moving() {
    const { motions, riders } = this.compiled;
    if (!this.settled || this.#release !== null || motions.targets.length > 0 || riders.targets.length > 0) return true;
    return this.#card !== null && (flashMovesUntil(this.#card.playback, this.#card.state) ?? 0) > this.#now;
  }
  /** Brings fades, release and motions to time t. */
  advance(t, reader) {
    this.#now = t;
    if (this.#release) {
      const { startSeconds, seconds, from } = this.#release;
      this.weight = from * (1 - progressAt(t - startSeconds, 0, seconds));
    }
    if (this.#card) this.level = cardLevel(this.#card.playback, this.#card.state, t);
    if (!this.settled) this.#advanceFades(t);
    if (this.compiled.clocks.length > 0) this.motions.advance(t, reader);
    if (this.settled) this.beneath = null;
    this.beneath?.source.advance(t, reader);
  }
  #advanceFades(t) {
    const { delays, fades } = this.compiled;
    const elapsed = (this.pause.since ?? t) - this.startSeconds - this.pause.heldSeconds;
    let arrived = true;
    const { progress } = this;
    for (let timing = 0; timing < fades.length; timing++) {
      if (this.#hand === null) progress[timing] = progressAt(elapsed, delays[timing], fades[timing]);
      else progress[timing] = this.#hand;
      if (progress[timing] < 1) arrived = false;
    }
    this.settled = arrived;
  }
  /** The part done of a row's fade, as of the last advance. */
  progressOf(row) {
    return this.settled ? 1 : this.progress[this.compiled.timing[row]];
  }
  /** What a row says now, before the level and the weight. */
  rowValue(row) {
    const done = this.settled ? 1 : this.progress[this.compiled.timing[row]];
    const travel = done < 1 ? this.travel.get(row) : void 0;
    if (travel) return readTravel(travel, done);
    const from = done < 1 ? this.#start(row) : 0;
    return from + (this.compiled.to[row] - from) * done;
  }
  #start(row) {
    const under = this.beneath ? this.beneath.rows[row] : -1;
    if (under < 0) return this.from[row];
    const { source, gain } = this.beneath;
    const value = source.rowValue(under);
    return row < this.htpRows ? Math.min(1, value * gain) : value;
  }
  /** Adds the motions that ride on what lies beneath, after all sources are merged; `clampRiders` limits what comes of it. */
  addRiders(values, htpCount) {
    const { targets } = this.compiled.riders;
    for (let at = 0; at < targets.length; at++) values[targets[at]] = values[targets[at]] + this.riderValue(at, htpCount);
  }
  /** What one of the motions that ride adds now. */
  riderValue(at, htpCount) {
    const { riders } = this.compiled;
    const done = this.settled ? 1 : this.progress[riders.timings[at]];
    const gain = done * this.weight * (riders.targets[at] < htpCount || this.scalesAll ? this.level : 1);
    return this.motions.swing(riders, at) * gain;
  }
  clampRiders(values) {
    const { targets } = this.compiled.riders;
    for (let at = 0; at < targets.length; at++) {
      const value = values[targets[at]];
      values[targets[at]] = value > 0 ? value < 1 ? value : 1 : 0;
    }
  }
};
function movedBeneath({ source, rows, gain }, from, { to, ways }) {
  const { to: rowTo } = movedRows(source.compiled, to);
  return { source: source.moved(to, ways), gain, rows: from.map((old) => rows[old] < 0 ? -1 : rowTo[rows[old]]) };
}

// packages/core/src/engine/make-source.ts
function playbackSource(state, context, start) {
  const { show } = context;
  const cue = show.get("cue", state.cueId);
  const playback = show.get("playback", state.playbackId);
  if (!cue || !playback) return null;
  const { rig } = show;
  const resolved = listDrives(show, { listId: playback.listId, cueId: cue.id });
  const level = cardLevel(playback, state, state.goSeconds);
  const startOf = startValues(level, { ...start, playback, ways: context.ways });
  const { content: content2 } = resolved;
  const times = timesOfContent(cue, content2, { rig, startOf, chosen: state.seconds });
  if (start.retimed) keepPlaces(content2, times, { present: start.retimed.present, elapsed: fadedSeconds(state, start.retimed.at) });
  const compiled = compile(content2, {
    times,
    inSeconds: cue.inSeconds,
    masterId: playback.masterId ?? null,
    sinceSeconds: state.runSeconds ?? state.goSeconds,
    lead: state.lead
  });
  const source = new Source({
    id: state.playbackId,
    compiled,
    reads: resolved.reads,
    from: eachOf(compiled.parameters, startOf),
    startSeconds: state.goSeconds,
    level,
    htpCount: rig.htpCount
  });
  source.follow(playback, state, context.ways.adding);
  layTravel2(source, cue, rig);
  const { present, merged } = start;
  if (present && level > 0) layOver(source, present, { merged, gain: present.level * present.weight / level });
  return source;
}
function eachOf(parameters, of) {
  const values = new Float32Array(parameters.length);
  for (let row = 0; row < values.length; row++) values[row] = of(parameters[row]);
  return values;
}
function layTravel2(source, { colorPath }, rig) {
  if (!colorPath) return;
  const { parameters, base, motions } = source.compiled;
  const moving = new Set(motions.targets);
  const rowOf = /* @__PURE__ */ new Map();
  const legs = [...parameters].flatMap((parameter, row) => {
    if (moving.has(row) || row < source.htpRows) return [];
    rowOf.set(parameter, row);
    return [{ parameter, from: source.from[row], to: base[row] }];
  });
  source.travel = new Map([...colorTravel(legs, rig, colorPath)].map(([parameter, table]) => [rowOf.get(parameter), table]));
}
function startValues(level, of) {
  const { present, merged, retimed, playback, ways } = of;
  const fresh = (parameter) => parameter < ways.htpCount && ways.home[parameter] === 0 ? 0 : merged[parameter];
  if (retimed) {
    const { compiled, from } = retimed.present;
    const rowOf = risingRows(compiled.parameters);
    return (parameter) => {
      const row = rowOf(parameter);
      return row >= 0 ? from[row] : Math.fround(fresh(parameter));
    };
  }
  const own = /* @__PURE__ */ new Map();
  const gain = present && level > 0 ? present.level * present.weight / level : 0;
  present?.compiled.parameters.forEach((parameter, row) => {
    if (row < present.htpRows) own.set(parameter, Math.min(1, present.rowValue(row) * gain));
    else if (isScaled(parameter, playback, ways) && !present.lettingGo) own.set(parameter, present.rowValue(row));
  });
  return (parameter) => Math.fround(own.get(parameter) ?? fresh(parameter));
}
function isScaled(parameter, playback, { adding: adding2 }) {
  return roleOf(playback) === "everything" || playback.colors === "add" && adding2[parameter] > 0;
}
function continuation(state, context) {
  const merged = context.merged.slice();
  const before = state.previousCueId === null ? null : playbackSource({ ...state, cueId: state.previousCueId, previousCueId: null, goSeconds: 0 }, context, { present: null, merged });
  if (!before) return { present: null, merged };
  before.settled = true;
  const cover = { covered: new Float32Array(merged.length), home: context.ways.home };
  layRuns(before, before.runs, laidStage(merged, { cover, spans: wholeSpan(merged.length) }), layCounting);
  return { present: before, merged };
}
function leavingSource(present, next, at, { show, reachSeconds }) {
  const stays = new Set(next.compiled.parameters);
  const rows = [...present.compiled.parameters.keys()].filter((row) => !stays.has(present.compiled.parameters[row]));
  const { clocks, delays, fades } = present.compiled;
  const riders = reachSeconds === void 0 ? present.compiled.riders : compile([], { inSeconds: 0 }).riders;
  if (rows.length === 0 && riders.targets.length === 0) return null;
  const held = Float32Array.from(rows, (row) => present.rowValue(row));
  const moving = movingRows(present);
  const leaving = new Source({
    id: `${present.id} leaving`,
    compiled: {
      ...compile([], { inSeconds: 0 }),
      parameters: Int32Array.from(rows, (row) => present.compiled.parameters[row]),
      base: held,
      to: held,
      riders,
      clocks,
      // Rows never arrive: each stays where it was, or with what moves on beneath. Riders keep the timings that they had.
      timing: new Uint32Array(rows.length).fill(fades.length),
      delays: Float64Array.from([...delays, Infinity]),
      fades: Float64Array.from([...fades, 0])
    },
    reads: /* @__PURE__ */ new Set(),
    from: held,
    startSeconds: present.startSeconds,
    level: present.level,
    htpCount: show.rig.htpCount
  });
  if (rows.some((row) => moving[row] === 1))
    leaving.beneath = { source: present, rows: Int32Array.from(rows, (row) => moving[row] === 1 ? row : -1), gain: 1 };
  leaving.pause = present.pause;
  leaving.lieLike(present);
  const state = show.playbackState(present.id);
  if (reachSeconds !== void 0) leaving.letGo(at, reachSeconds);
  else if (state?.hand) {
    leaving.motions.stop(at);
    leaving.leaveByHand(state.hand.part);
  } else leaving.letGo(at, state?.seconds ?? show.get("cue", state?.cueId)?.inSeconds ?? 0);
  return leaving;
}
var REACH_SECONDS = 2;
function lostSources(source, next, at, context) {
  if (next) {
    const leaving = leavingSource(source, next, at, { ...context, reachSeconds: REACH_SECONDS });
    return leaving ? [leaving] : [];
  }
  source.letGo(at, REACH_SECONDS);
  return [source];
}
function revisedSource(present, next, show) {
  if (!next) return null;
  carryStarts(present, next);
  next.motions.carryCounts(present.motions);
  const cue = show.get("cue", show.playbackState(next.id)?.cueId);
  if (cue && !present.settled) layTravel2(next, cue, show.rig);
  return next;
}
var MOTION_START_SECONDS = 1;
function sketchSource(sketch, t, { show, merged }, present = null) {
  const resolved = sketchDrives(show, sketch);
  if (!resolved || resolved.content.length === 0) return null;
  const begun = present ? motionStarts(present, t) : NOTHING_BEGUN;
  const timed = (row) => {
    if (row.motions.length === 0) return { ...row, fade: 0, delay: 0 };
    const fade = row.motions[0].family === "Position" ? MOTION_START_SECONDS : 0;
    return { ...row, fade, delay: begun.get(row.parameter)?.delay ?? 0 };
  };
  const content2 = resolved.content.map((one) => isColumn(one) ? withoutTimes(one) : one.map(timed));
  const compiled = compile(content2, { inSeconds: 0 });
  const from = Float32Array.from(compiled.parameters, (parameter) => begun.get(parameter)?.from ?? merged[parameter]);
  return new Source({
    id: `sketch ${sketch.personId}`,
    compiled,
    reads: resolved.reads,
    from,
    startSeconds: t,
    level: 1,
    htpCount: 0
  });
}
var NOTHING_BEGUN = /* @__PURE__ */ new Map();
function motionStarts({ compiled, startSeconds, from }, t) {
  const { parameters, motions, riders, delays } = compiled;
  const starts = /* @__PURE__ */ new Map();
  const delayOf = (timing) => startSeconds + delays[timing] - t;
  motions.targets.forEach((row, at) => starts.set(parameters[row], { delay: delayOf(motions.timings[at]), from: from[row] }));
  riders.targets.forEach((parameter, at) => starts.set(parameter, { delay: delayOf(riders.timings[at]), from: void 0 }));
  return starts;
}

// packages/core/src/engine/curtains.ts
var Curtains = class {
  #held = [];
  /** Brings them up to date; a curtain that is new, or fell anew, holds `output`. */
  take(show, output) {
    this.#held = show.all("curtain").map((curtain) => {
      const before = this.#held.find((held) => held.curtain.id === curtain.id && held.curtain.fellSeconds === curtain.fellSeconds);
      const parameters = coveredBy(curtain, show);
      const known4 = new Map(before ? [...before.parameters].map((parameter, at) => [parameter, before.values[at]]) : []);
      const covered = before ? parameters.filter((parameter) => known4.has(parameter)) : parameters;
      return {
        curtain,
        parameters: covered,
        values: Float32Array.from(covered, (parameter) => known4.get(parameter) ?? output[parameter])
      };
    });
  }
  /** The rig's parameters lie otherwise now; what is gone is held no more. */
  move(to) {
    this.#held = this.#held.map(({ curtain, parameters, values }) => {
      const kept = [...parameters.keys()].filter((at) => to[parameters[at]] >= 0);
      return {
        curtain,
        parameters: Int32Array.from(kept, (at) => to[parameters[at]]),
        values: Float32Array.from(kept, (at) => values[at])
      };
    });
  }
  /** Some curtain is on its way up at t. */
  movesAt(t) {
    for (let index = 0; index < this.#held.length; index++) {
      const { raise: raise4 } = this.#held[index].curtain;
      if (raise4 && t <= raise4.startSeconds + raise4.seconds + 0.1) return true;
    }
    return false;
  }
  lay(values, t) {
    for (let index = 0; index < this.#held.length; index++) {
      const { curtain, parameters, values: held } = this.#held[index];
      const part3 = raisedPart(curtain, t);
      if (part3 >= 1) continue;
      for (let at = 0; at < parameters.length; at++) {
        const parameter = parameters[at];
        values[parameter] = held[at] + (values[parameter] - held[at]) * part3;
      }
    }
  }
  /** The curtains over a parameter at t, with what each makes of a value. */
  over(parameter, t) {
    return this.#held.flatMap(({ curtain, parameters, values }) => {
      const at = parameters.indexOf(parameter);
      const part3 = raisedPart(curtain, t);
      if (at < 0 || part3 >= 1) return [];
      return [{ personId: curtain.personId, after: (value) => Math.fround(values[at] + (value - values[at]) * part3) }];
    });
  }
};
function coveredBy({ personId, heads }, show) {
  const person = show.get("person", personId);
  if (!person) return new Int32Array(0);
  const reach = reachOf(person, show, "hold");
  const within = heads && new Set(heads);
  return Int32Array.from(
    show.rig.heads.flatMap(
      ({ key, parameters }) => within && !within.has(key) ? [] : [...parameters].filter(([attribute]) => reach(key, attributeInfo(attribute).family)).map(([, at]) => at)
    )
  );
}

// packages/core/src/engine/highlight-overlay.ts
function highlightOverlay(show) {
  const over = /* @__PURE__ */ new Map();
  for (const { personId, who, dim } of show.all("highlight")) {
    const person = show.get("person", personId);
    if (!person) continue;
    const reach = reachOf(person, show, "identify");
    const atHand = new Set(placedHeads(who, show).map(({ key }) => key));
    for (const { key } of placedBase(who, show)) {
      const head = show.rig.headByKey.get(key);
      for (const [attribute, parameter] of head.parameters) {
        if (!reach(key, attributeInfo(attribute).family)) continue;
        if (!atHand.has(key)) {
          if (attribute === "Dimmer") over.set(parameter, dim);
          continue;
        }
        const value = highlightValue(show.rig.parameters[parameter].channel);
        if (value !== null) over.set(parameter, value);
      }
    }
  }
  return { parameters: Int32Array.from(over.keys()), values: Float32Array.from(over.values()) };
}
function layOver2(values, { parameters, values: over }) {
  for (let at = 0; at < parameters.length; at++) values[parameters[at]] = over[at];
}

// packages/core/src/engine/stage-overlay.ts
function intensitiesOf(master, show, { dims }) {
  const reach = reachOfOwner(show.get("page", master.pageId)?.territoryId ?? null, show);
  return placedBase(master.who, show).flatMap(({ key }) => {
    const head = show.rig.headByKey.get(key);
    if (!head || !reach(key, "Intensity")) return [];
    return [...head.parameters.values()].filter((parameter) => dims[parameter] === 1);
  });
}
function stageOverlay(show, ways) {
  const lit = /* @__PURE__ */ new Map();
  const factors = new Float32Array(ways.dims.length).fill(1);
  for (const master of show.all("groupMaster")) {
    const level = show.groupMasterLevel(master);
    if (level === restingLevel(master)) continue;
    for (const parameter of intensitiesOf(master, show, ways))
      if (master.how === "lights") lit.set(parameter, Math.max(lit.get(parameter) ?? 0, level));
      else factors[parameter] = factors[parameter] * level;
  }
  const { grandMaster = 1, blackout = false } = show.stageState ?? {};
  const whole2 = blackout ? 0 : grandMaster;
  for (let parameter = 0; parameter < factors.length; parameter++)
    if (ways.dims[parameter] === 1) factors[parameter] = factors[parameter] * whole2;
  const parked = /* @__PURE__ */ new Map();
  for (const { head, values } of show.all("park"))
    for (const [attribute, value] of Object.entries(values)) {
      const parameter = isAttribute(attribute) ? show.rig.headByKey.get(head)?.parameters.get(attribute) : void 0;
      if (parameter !== void 0) parked.set(parameter, value);
    }
  return {
    lit: flat(lit, "levels"),
    factors: factors.every((factor) => factor === 1) ? null : factors,
    parked: flat(parked, "values")
  };
}
function flat(of, name) {
  const rising = [...of].sort(([a], [b]) => a - b);
  return { parameters: Int32Array.from(rising, ([at]) => at), [name]: Float32Array.from(rising, ([, value]) => value) };
}
function layLit({ lit: { parameters, levels } }, on, asked) {
  for (let at = 0; at < parameters.length; at++)
    if (asked.isStale(parameters[at])) raise(parameters[at], on, { value: 1, share: levels[at], rule: "highest" });
}
function layMasters(values, { factors, parked: { parameters, values: held } }, ways) {
  if (factors) for (let parameter = 0; parameter < ways.htpCount; parameter++) values[parameter] = values[parameter] * factors[parameter];
  for (let at = 0; at < parameters.length; at++) values[parameters[at]] = held[at];
}

// packages/core/src/engine/finish.ts
var Finish = class {
  /** Values 0..1 of all parameters as they leave. */
  values;
  /** What may leave otherwise than in the last frame. */
  moved;
  curtains;
  #ways;
  #writer;
  #overlay;
  #highlight;
  #resumption;
  /** A curtain or a resumption was on its way when the values were worked out last. */
  #moving = false;
  /** `curtains` go on holding; `resumption`: an engine before this one left something to go on from. */
  constructor(show, ways, of) {
    this.#ways = ways;
    this.values = ways.home.slice();
    this.moved = new Blocks(this.values.length);
    this.moved.markAll();
    this.curtains = of.curtains ?? new Curtains();
    this.#writer = new FrameWriter(show.rig);
    this.#overlay = stageOverlay(show, ways);
    this.#highlight = highlightOverlay(show);
    this.#resumption = of.resumption;
  }
  get overlay() {
    return this.#overlay;
  }
  get highlight() {
    return this.#highlight;
  }
  get resumption() {
    return this.#resumption;
  }
  /** Something here moves by time alone. */
  movesAt(t) {
    if (this.#resumption?.over) this.#resumption = null;
    return this.#resumption !== null || this.curtains.movesAt(t);
  }
  /** Brings what changed records make anew up to date. True when what lies under the sources has changed. */
  take(show, renewed) {
    const before = this.#overlay;
    if (renewed.has("overlay")) {
      this.#overlay = stageOverlay(show, this.#ways);
      for (const { parked } of [before, this.#overlay]) for (const parameter of parked.parameters) this.moved.mark(parameter);
      this.moved.markRange(0, this.#ways.htpCount);
    }
    if (renewed.has("highlight")) this.#highlight = highlightOverlay(show);
    if (renewed.has("curtain")) this.curtains.take(show, this.values);
    if (renewed.has("highlight") || renewed.has("curtain")) this.moved.markAll();
    return before !== this.#overlay && before.lit.parameters.length + this.#overlay.lit.parameters.length > 0;
  }
  /** Fixtures are patched or placed otherwise; their parameters are where they were. */
  takePatch(before, after) {
    if (before.patches === after.patches) return;
    this.#writer = new FrameWriter(after);
    this.moved.markAll();
  }
  /** Works out what leaves at t from what is merged. */
  finish(merged, stack, t) {
    const { values } = this;
    values.set(merged);
    stack.addRiders(values, this.#ways.htpCount);
    stack.markRiders(this.moved);
    layOver2(values, this.#highlight);
    layMasters(values, this.#overlay, this.#ways);
    this.#resumption?.lay(values, t);
    this.curtains.lay(values, t);
    const moves = this.#resumption !== null || this.curtains.movesAt(t);
    if (moves || this.#moving) this.moved.markAll();
    this.#moving = moves;
  }
  /** Fills the frame with what leaves. */
  write(frame) {
    this.#writer.write(this.values, this.moved, frame);
    this.moved.clear();
  }
};

// packages/core/src/engine/rig-ways.ts
function rigWays({ parameters, htpCount }) {
  const flags = (of) => Uint8Array.from(parameters, of);
  return {
    htpCount,
    home: Float32Array.from(parameters, ({ home }) => home),
    adding: flags(({ channel: { attribute } }) => attribute.startsWith("ColorAdd_") ? 1 : attribute.startsWith("ColorSub_") ? 2 : 0),
    dims: flags(({ htp, channel }) => htp && attributeInfo(channel.attribute).family === "Intensity" ? 1 : 0),
    homeCounts: parameters.some(({ htp, home }) => htp && home > 0)
  };
}

// packages/core/src/engine/last-laid.ts
var LastLaid = class {
  #progress;
  #settled = false;
  /** Which rows have other factors now. */
  #raised = false;
  #replaced = false;
  /** Factors of rows that raise and of rows that replace. */
  #factors = Float64Array.of(NaN, NaN);
  constructor({ progress }) {
    this.#progress = new Float64Array(progress.length).fill(NaN);
  }
  /** Marks what of the source has moved since, and keeps how it is now. */
  markMoved(source, { plain, counting }, blocks) {
    const { level, weight, scalesAll, settled, progress } = source;
    const gain = weight * level;
    const share = scalesAll ? gain : weight;
    const raised = gain !== this.#factors[0];
    const replaced = share !== this.#factors[1];
    const fading = !settled || !this.#settled;
    if (raised || replaced || fading) {
      this.#raised = raised;
      this.#replaced = replaced;
      this.#markRuns(source, plain, blocks);
      this.#raised = this.#replaced = raised || replaced;
      this.#markRuns(source, counting, blocks);
    }
    markMotions(source, blocks);
    this.#factors[0] = gain;
    this.#factors[1] = share;
    this.#settled = settled;
    this.#progress.set(progress);
  }
  #markRuns(source, runs, blocks) {
    const fading = !source.settled || !this.#settled;
    const everyRow = fading && (source.beneath !== null || source.travel.size > 0);
    for (let at = 0; at < runs.count; at++) {
      const timing = runs.timings[at];
      const moved = (runs.rows[at] < source.htpRows ? this.#raised : this.#replaced) || everyRow || fading && (timing === MIXED || source.progress[timing] !== this.#progress[timing]);
      if (moved) blocks.markRange(runs.parameters[at], runs.lengths[at]);
    }
  }
};
function markMotions({ motions: { runs }, compiled: { motions, parameters } }, blocks) {
  const { count, begins, ends, alike } = runs;
  const { targets } = motions;
  for (let run = 0; run < count; run++) {
    const [begin, end] = [begins[run], ends[run]];
    const first2 = parameters[targets[begin]];
    if (alike[run] === 1) blocks.markRange(first2, parameters[targets[end - 1]] - first2 + 1);
    else for (let at = begin; at < end; at++) blocks.mark(parameters[targets[at]]);
  }
}

// packages/core/src/engine/seen.ts
function isOpaque({ weight, scalesAll, level }) {
  return weight === 1 && (!scalesAll || level === 1);
}
function seenOf(order, of) {
  const hidden = new Uint8Array(of.parameters);
  const seen2 = [];
  for (let index = order.length - 1; index >= 0; index--) {
    const source = order[index];
    seen2[index] = seenRows(source, hidden, of.counts);
    if (isOpaque(source)) hide(source, hidden);
  }
  return seen2;
}
function seenRows({ runs }, hidden, counts) {
  const [plain, counting] = [new RunList(), new RunList()];
  for (let at = 0; at < runs.count; at++) {
    const [row, parameter, length, timing] = [runs.rows[at], runs.parameters[at], runs.lengths[at], runs.timings[at]];
    if (counts === null) {
      const part3 = hidden.subarray(parameter, parameter + length);
      for (let begin2 = part3.indexOf(0); begin2 >= 0; ) {
        const covered = part3.indexOf(1, begin2);
        plain.push(row + begin2, parameter + begin2, { length: (covered < 0 ? length : covered) - begin2, timing });
        begin2 = covered < 0 ? -1 : part3.indexOf(0, covered);
      }
      continue;
    }
    let begin = 0;
    const kindAt = (offset) => hidden[parameter + offset] === 1 ? 0 : counts[parameter + offset] === 1 ? 2 : 1;
    let kind = kindAt(0);
    for (let offset = 1; offset <= length; offset++) {
      const next = offset < length ? kindAt(offset) : -1;
      if (next === kind) continue;
      if (kind !== 0) (kind === 1 ? plain : counting).push(row + begin, parameter + begin, { length: offset - begin, timing });
      [begin, kind] = [offset, next];
    }
  }
  return { plain: plain.done(), counting: counting.done() };
}
function hide({ runs, htpRows, adds }, hidden) {
  for (let at = 0; at < runs.count; at++) {
    if (runs.rows[at] < htpRows) continue;
    const [first2, length] = [runs.parameters[at], runs.lengths[at]];
    if (adds === null) hidden.fill(1, first2, first2 + length);
    else for (let parameter = first2; parameter < first2 + length; parameter++) if (adds[parameter] === 0) hidden[parameter] = 1;
  }
}
function countsOf(order, of) {
  if (!of.homeCounts && !order.some(({ adds }) => adds !== null)) return null;
  const counts = new Uint8Array(of.home.length);
  for (let parameter = 0; parameter < of.htpCount; parameter++) if (of.home[parameter] > 0) counts[parameter] = 1;
  for (const { adds, compiled } of order) {
    if (adds === null) continue;
    for (let row = 0; row < compiled.parameters.length; row++)
      if (adds[compiled.parameters[row]] > 0) counts[compiled.parameters[row]] = 1;
  }
  return counts;
}

// packages/core/src/engine/merged-stage.ts
var MergedStage = class {
  values;
  /** What shows where nothing plays. Who changes it calls `renew`. */
  rest;
  #ways;
  #covered;
  #blocks;
  #laid;
  #order = [];
  #opaque = [];
  #seen = [];
  #last = [];
  #counts = null;
  constructor(ways, rest) {
    this.#ways = ways;
    this.rest = rest;
    this.values = rest.slice();
    const cover = { covered: new Float32Array(rest.length), home: rest };
    this.#covered = { values: this.values, cover };
    this.#blocks = new Blocks(rest.length);
    this.#laid = laidStage(this.values, { cover, spans: this.#blocks.spans() });
    this.renew();
  }
  /** All is to be merged again: what lies under the sources has changed. */
  renew() {
    this.#blocks.markAll();
  }
  /** Merges what has moved since the last merge, as the sources are now; tells so in `moved`. */
  advance(stack, overlay, moved) {
    this.#lookWhoHides(stack.order);
    const [order, seen2, blocks] = [this.#order, this.#seen, this.#blocks];
    for (let at = 0; at < order.length; at++) this.#last[at].markMoved(order[at], seen2[at], blocks);
    const spans = blocks.spans();
    if (spans.count === 0) return;
    this.#clear(spans);
    layLit(overlay, this.#covered, blocks);
    for (let at = 0; at < order.length; at++) laySeen(order[at], seen2[at], this.#laid);
    moved.markSame(blocks);
    blocks.clear();
  }
  /** Back to what shows where nothing plays. */
  #clear({ count, bounds }) {
    const { values, rest } = this;
    const { covered } = this.#covered.cover;
    for (let at = 0; at < count; at++) {
      const [begin, end] = [bounds[2 * at], bounds[2 * at + 1]];
      for (let parameter = begin; parameter < end; parameter++) values[parameter] = rest[parameter];
      covered.fill(0, begin, end);
    }
  }
  /** Works out anew what is seen of each source, when sources came or went or hide more or less than before. */
  #lookWhoHides(order) {
    if (order === this.#order && !this.#turnedOpaque()) return;
    const before = this.#order;
    const [was, is] = [new Set(before), new Set(order)];
    const stayed = before.filter((source) => is.has(source));
    const sameOrder = order.filter((source) => was.has(source)).every((source, index) => source === stayed[index]);
    const counts = countsOf(order, this.#ways);
    if (!sameOrder || counts || this.#counts) this.renew();
    else {
      before.forEach((source, index) => {
        if (!is.has(source) || isOpaque(source) !== this.#opaque[index]) this.#blocks.markRuns(source.runs);
      });
      for (const source of order) if (!was.has(source)) this.#blocks.markRuns(source.runs);
    }
    const known4 = new Map(before.map((source, index) => [source, this.#last[index]]));
    this.#last = order.map((source) => known4.get(source) ?? new LastLaid(source));
    this.#order = order;
    this.#opaque = order.map(isOpaque);
    this.#counts = counts;
    this.#seen = seenOf(order, { parameters: this.values.length, counts });
  }
  #turnedOpaque() {
    for (let at = 0; at < this.#order.length; at++) if (isOpaque(this.#order[at]) !== this.#opaque[at]) return true;
    return false;
  }
};

// packages/core/src/engine/ahead.ts
var aheadIdOf = (playbackId) => `${playbackId} ahead`;
var DARK = 1 / 512;
function quietRows(show, listId, cueId) {
  const { rows } = listDrives(show, { listId, cueId });
  return rows.filter(({ parameter, value }) => {
    const { channel } = show.rig.parameters[parameter];
    return value !== null && parameter >= show.rig.htpCount && attributeInfo(channel.attribute).family !== "Intensity";
  });
}
function aheadSource(state, { show, merged }, present) {
  const { ahead } = state;
  const playback = show.get("playback", state.playbackId);
  if (!ahead || !playback || state.cueId === null) return null;
  const begun = new Map(present ? [...present.compiled.parameters].map((parameter, row) => [parameter, row]) : []);
  const rows = quietRows(show, playback.listId, ahead.cueId).flatMap((row) => {
    const start = ahead.starts[show.rig.parameters[row.parameter].head.key];
    if (start === void 0) return [];
    return [{ ...row, nudge: 0, motions: [], delay: start - state.goSeconds, fade: ahead.seconds }];
  });
  if (rows.length === 0) return null;
  const compiled = compile([rows], { inSeconds: 0 });
  const source = new Source({
    id: aheadIdOf(state.playbackId),
    compiled,
    reads: /* @__PURE__ */ new Set(),
    from: Float32Array.from(compiled.parameters, (parameter) => {
      const row = begun.get(parameter);
      return row === void 0 ? merged[parameter] : present.from[row];
    }),
    startSeconds: state.goSeconds,
    level: 1,
    htpCount: 0
  });
  return source;
}
function darkAhead(show, merged, { playing: playing2 }) {
  const arrived = new Set(playing2.flatMap(({ id: id4, settled, lettingGo }) => settled && !lettingGo ? [id4] : []));
  return show.all("playbackState").flatMap((state) => {
    const playback = show.get("playback", state.playbackId);
    const list = show.get("cueList", playback?.listId);
    if (!playback || !list?.movesDark || state.cueId === null || !arrived.has(playback.id)) return [];
    const next = cueAfter(show.cuesOf(list.id), state.cueId);
    if (!next || next.id === state.cueId || next.movesDark === "never") return [];
    const quiet = new Set(quietRows(show, list.id, next.id).map(({ parameter }) => show.rig.parameters[parameter].head));
    const lit = new Set(
      listDrives(show, { listId: list.id, cueId: next.id }).rows.flatMap(({ parameter, value }) => {
        const { head, channel } = show.rig.parameters[parameter];
        return channel.attribute === "Dimmer" && (value ?? 0) > DARK ? [head] : [];
      })
    );
    const heads = [...quiet].filter((head) => lit.has(head) && merged[head.parameters.get("Dimmer")] < DARK).map(({ key }) => key);
    return heads.length === 0 ? [] : [{ playbackId: playback.id, cueId: next.id, heads, moves: list.movesDark }];
  });
}
var BACK_SECONDS = 2;
function takeAhead(stack, playbackId, at, context) {
  const state = context.show.playbackState(playbackId);
  const { playing: playing2 } = stack;
  const present = playing2.find((source2) => source2.id === aheadIdOf(playbackId) && !source2.lettingGo) ?? null;
  const own = playing2.find((source2) => source2.id === playbackId);
  const source = state && own ? aheadSource(state, context, present) : null;
  if (!source) {
    present?.letGo(at, state?.cueId ? BACK_SECONDS : context.show.get("playback", playbackId)?.releaseSeconds ?? 0);
    return;
  }
  source.rank = own.rank;
  const others = playing2.filter((other) => other !== present);
  const place2 = others.indexOf(own) + 1;
  stack.setPlaying([...others.slice(0, place2), source, ...others.slice(place2)]);
}

// packages/core/src/engine/same-rows.ts
function saysTheSame(a, b, times) {
  const [one, other] = [a.compiled, b.compiled];
  if (!sameNumbers(one.parameters, other.parameters) || !sameNumbers(one.base, other.base)) return false;
  if (one.clocks.length !== other.clocks.length || !one.clocks.every((clock, at) => sameClock(clock, other.clocks[at]))) return false;
  if (!sameMotions(one.motions, other.motions) || !sameMotions(one.riders, other.riders)) return false;
  if (times === "whenever") return true;
  return sameNumbers(one.timing, other.timing) && sameNumbers(one.delays, other.delays) && sameNumbers(one.fades, other.fades);
}
function sameMotions(a, b) {
  const { fades } = a;
  return sameNumbers(a.targets, b.targets) && sameNumbers(a.phases, b.phases) && sameNumbers(a.lows, b.lows) && sameNumbers(a.spans, b.spans) && sameNumbers(a.middles, b.middles) && sameNumbers(a.clocks, b.clocks) && sameNumbers(a.relative, b.relative) && a.tables.every((table, at) => table === b.tables[at] || sameNumbers(table, b.tables[at])) && fades === null === (b.fades === null) && (fades === null || sameNumbers(fades.in, b.fades.in) && sameNumbers(fades.out, b.fades.out));
}
function sameNumbers(a, b) {
  if (a.length !== b.length) return false;
  for (let at = 0; at < a.length; at++) if (a[at] !== b[at]) return false;
  return true;
}

// packages/core/src/engine/record-kinds.ts
var READS = {
  profile: ["overlay", "highlight", "curtain"],
  fixture: ["overlay", "highlight", "curtain"],
  group: ["overlay", "highlight", "curtain"],
  cueList: [],
  cue: [],
  page: ["overlay"],
  playback: [],
  playbackState: ["from stage"],
  master: [],
  masterState: [],
  sound: [],
  groupMaster: ["overlay"],
  control: [],
  groupMasterState: ["overlay"],
  stageState: ["overlay"],
  park: ["overlay"],
  curtain: ["curtain", "from stage"],
  settings: [],
  timeState: [],
  territory: ["overlay", "highlight", "curtain", "reach"],
  loan: ["overlay", "highlight", "curtain", "reach"],
  note: [],
  device: [],
  person: ["highlight", "curtain", "reach"],
  sketch: ["from stage"],
  highlight: ["highlight"],
  savedShape: [],
  savedWave: [],
  preset: []
};
function partsToRenew(kinds) {
  return new Set(kinds.flatMap((kind) => READS[kind]));
}
var REACH_FIELDS = /* @__PURE__ */ new Map([
  ["territory", ["parts", "personIds"]],
  ["loan", ["state", "part", "fromTerritoryId", "toTerritoryId"]],
  ["person", ["role"]]
]);
function movesReach(before, after) {
  const fields2 = REACH_FIELDS.get((after ?? before).kind);
  if (!fields2) return false;
  return !before || !after || fields2.some((field) => !sameJson(before[field], after[field]));
}

// packages/core/src/engine/stale-readers.ts
function readersOfRig(before, after) {
  if (before.rig === after.rig) return [];
  if (before.rig.layout === after.rig.layout) return [PLACES];
  const others = new Set(after.rig.heads.flatMap(({ key, mode }) => before.rig.headByKey.get(key)?.mode === mode ? [] : [key]));
  if (others.size === 0) return [PLACES];
  const groups = after.all("group").filter(({ heads }) => heads.some((key) => others.has(key)));
  return [PLACES, ANY_HEADS, ...groups.map(({ id: id4 }) => id4)];
}
function staleReaders(changed, before, after) {
  const ids = new Set(changed.map(({ id: id4 }) => id4));
  const ownerMoved = (id4) => before.get("cueList", id4)?.territoryId !== after.get("cueList", id4)?.territoryId;
  const lists = new Set(
    changed.flatMap((record) => {
      if (record.kind === "cue") return [record.listId];
      return record.kind === "cueList" && ownerMoved(record.id) ? [record.id] : [];
    })
  );
  const inTerritory = new Set(before.territories.flatMap(({ parts }) => parts.flatMap(({ groupIds }) => groupIds)));
  const regrouped = (id4) => inTerritory.has(id4) && before.get("group", id4)?.heads !== after.get("group", id4)?.heads;
  const reachLost = changed.some(({ id: id4 }) => movesReach(before.records.get(id4), after.records.get(id4)));
  const reachMoved = reachLost || changed.some(({ kind, id: id4 }) => kind === "group" && regrouped(id4));
  for (const id4 of readersOfRig(before, after)) ids.add(id4);
  return {
    reachLost,
    stale: (source, listId) => reachMoved || listId !== void 0 && lists.has(listId) || [...source.reads].some((id4) => ids.has(id4))
  };
}

// packages/core/src/engine/stack.ts
var Stack = class {
  /** Playbacks and what they leave behind, in the order in which they were started. */
  #playing = [];
  /** Sketches, the one touched last on top. */
  #sketches = [];
  #order = [];
  #rides = false;
  get playing() {
    return this.#playing;
  }
  get sketches() {
    return this.#sketches;
  }
  /** From the lowest to the topmost. */
  get order() {
    return this.#order;
  }
  setPlaying(playing2) {
    this.#playing = playing2;
    this.restack();
  }
  setSketches(sketches) {
    this.#sketches = sketches;
    this.restack();
  }
  /** After the rank of a source or what it does has changed. */
  restack() {
    const playing2 = this.#playing.toSorted((a, b) => a.rank - b.rank);
    const above = playing2.filter(({ rank }) => rank > SKETCH_RANK);
    this.#order = [...playing2.filter(({ rank }) => rank < SKETCH_RANK), ...this.#sketches, ...above];
    this.#rides = this.#order.some(({ compiled }) => compiled.riders.targets.length > 0);
  }
  /** Each source by what `of` makes of it, in its place. */
  replace(of) {
    this.#sketches = this.#sketches.map(of);
    this.setPlaying(this.#playing.map(of));
  }
  get moving() {
    for (let at = 0; at < this.#order.length; at++) if (this.#order[at].moving) return true;
    return false;
  }
  /** Brings all to time t. */
  advance(t, reader) {
    for (let at = 0; at < this.#order.length; at++) this.#order[at].advance(t, reader);
  }
  /** Adds all that rides on what lies beneath. */
  addRiders(values, htpCount) {
    if (!this.#rides) return;
    for (let at = 0; at < this.#order.length; at++) this.#order[at].addRiders(values, htpCount);
    for (let at = 0; at < this.#order.length; at++) this.#order[at].clampRiders(values);
  }
  /** Marks all that something rides on. */
  markRiders(moved) {
    if (!this.#rides) return;
    for (let at = 0; at < this.#order.length; at++) {
      const { targets } = this.#order[at].compiled.riders;
      for (let rider = 0; rider < targets.length; rider++) moved.mark(targets[rider]);
    }
  }
  dropGone() {
    for (let at = 0; at < this.#playing.length; at++)
      if (this.#playing[at].weight <= 0) {
        this.setPlaying(this.#playing.filter(({ weight }) => weight > 0));
        return;
      }
  }
};

// packages/core/src/engine/resumption.ts
var SECONDS = 0.5;
var Resumption = class {
  from;
  #startSeconds;
  #over = false;
  /** `from`: the last values of all parameters, 0..1. */
  constructor(from, startSeconds) {
    this.from = from.slice();
    this.#startSeconds = startSeconds;
  }
  get over() {
    return this.#over;
  }
  /** Between the last values and those worked out for t. */
  lay(values, t) {
    if (this.#over) return;
    const part3 = Math.max(0, (t - this.#startSeconds) / SECONDS);
    this.#over = part3 >= 1;
    if (this.#over || this.from.length !== values.length) return;
    for (let at = 0; at < values.length; at++) values[at] = this.from[at] + (values[at] - this.from[at]) * part3;
  }
};

// packages/core/src/engine/stays.ts
var SWEEP_SECONDS = 1;
function valuesThatStay({ compiled, htpRows }, next, show) {
  const stays = show.get("settings", SETTINGS_ID)?.stays;
  if (!stays) return [];
  const kept = next ? rowsIn(compiled.parameters, next.compiled) : null;
  return [...compiled.parameters].filter((parameter, row) => {
    if (row < htpRows || kept && kept[row] >= 0 || parameter < show.rig.htpCount) return false;
    return stays[attributeInfo(show.rig.parameters[parameter].channel.attribute).family] === true;
  });
}
function sweptSource(rest, { home, htpCount }, at) {
  const rows = [...rest].flatMap(
    (value, parameter) => value === home[parameter] ? [] : [{ parameter, value, nudge: 0, fade: 0, delay: 0, motions: [] }]
  );
  if (rows.length === 0) return null;
  const compiled = compile([rows], { inSeconds: 0 });
  const source = new Source({ id: "sweep", compiled, reads: /* @__PURE__ */ new Set(), from: compiled.base, startSeconds: at, level: 1, htpCount });
  source.settled = true;
  source.rank = 0;
  source.letGo(at, SWEEP_SECONDS);
  return source;
}
function keepStaying(rest, last, show) {
  const stays = show.get("settings", SETTINGS_ID)?.stays;
  if (!stays) return;
  show.rig.parameters.forEach(({ channel }, parameter) => {
    if (parameter >= show.rig.htpCount && stays[attributeInfo(channel.attribute).family]) rest[parameter] = last[parameter];
  });
}
function sendHome(stack, rest, { ways, at }) {
  const source = sweptSource(rest, ways, at);
  rest.set(ways.home);
  if (source) stack.setPlaying([source, ...stack.playing]);
}

// packages/core/src/engine/slots.ts
function encodeSlots(value, bits) {
  let whole2 = wholeSteps(value, bits);
  const octets = [];
  for (let at = bits / 8 - 1; at >= 0; at--) {
    octets[at] = whole2 % 256;
    whole2 = Math.floor(whole2 / 256);
  }
  return octets;
}
function wholeSteps(value, bits) {
  const limited3 = value > 0 ? value < 1 ? value : 1 : 0;
  return Math.floor(limited3 * (2 ** bits - 1) + 0.5);
}

// packages/core/src/engine/trace.ts
function traceOf(parameter, stage) {
  const { show, stack, ways, rest } = stage;
  const on = { values: rest.slice(), cover: { covered: new Float32Array(rest.length), home: rest } };
  const value = () => on.values[parameter];
  const links = [];
  let winner = null;
  for (const { sourceId, level } of lightsOf(parameter, stage)) {
    const before = value();
    if (raise(parameter, on, { value: 1, share: level, rule: "highest" })) winner = sourceId;
    links.push({ ...SAYS_NOTHING, sourceId, says: 1, share: level, rule: "highest", rank: -1, before, after: value() });
  }
  for (const source of stack.order) {
    const { parameters, riders } = source.compiled;
    const row = parameters.indexOf(parameter);
    if (row < 0 && !riders.targets.includes(parameter)) continue;
    const before = value();
    if (row >= 0 && layRow(source, row, on)) winner = source.id;
    links.push({ ...linkOf(source, row, parameter), before, after: value() });
  }
  on.values[parameter] = ridden(parameter, { value: value(), links, stack, htpCount: ways.htpCount });
  const steps = stepsOf(parameter, value(), stage);
  const end = steps.at(-1)?.after ?? value();
  const dimmer = virtualDimmer(show.rig, parameter);
  const leaves = dimmer < 0 ? end : end * traceOf(dimmer, stage).value;
  if (dimmer >= 0) steps.push({ what: "dimmer", before: end, after: leaves });
  const { channel, head } = show.rig.parameters[parameter];
  const patched2 = head.fixture.patch !== null && channel.slots.length > 0;
  return {
    parameter,
    rest: rest[parameter],
    links,
    winner,
    steps,
    value: end,
    slots: patched2 ? [...encodeSlots(leaves, channel.slots.length * 8)] : []
  };
}
var SAYS_NOTHING = { rides: null, phases: [], lettingGo: false };
function linkOf(source, row, parameter) {
  const { id: sourceId, rank, lettingGo } = source;
  const rule = row < 0 ? "replaces" : ruleOf(source, row);
  const says = row < 0 ? null : source.rowValue(row);
  return {
    sourceId,
    rank,
    lettingGo,
    rule,
    says,
    rides: null,
    phases: source.motions.phasesOf(row, parameter),
    share: shareOf(source, rule)
  };
}
function ridden(parameter, of) {
  let value = of.value;
  let any = false;
  for (const source of of.stack.order) {
    const { targets } = source.compiled.riders;
    targets.forEach((target, at) => {
      if (target !== parameter) return;
      any = true;
      const adds = source.riderValue(at, of.htpCount);
      value = Math.fround(value + adds);
      const index = of.links.findIndex(({ sourceId }) => sourceId === source.id);
      of.links[index] = { ...of.links[index], rides: (of.links[index].rides ?? 0) + adds };
    });
  }
  return any ? Math.min(1, Math.max(0, value)) : value;
}
function lightsOf(parameter, { show, ways }) {
  return show.all("groupMaster").flatMap((master) => {
    const level = master.how === "lights" ? show.groupMasterLevel(master) : 0;
    return level > 0 && intensitiesOf(master, show, ways).includes(parameter) ? [{ sourceId: `light ${master.id}`, level }] : [];
  });
}
function stepsOf(parameter, merged, { show, overlay, highlight, ways, curtains, t }) {
  const steps = [];
  let value = merged;
  const step = (what, after, name) => {
    steps.push({ what, ...name === void 0 ? {} : { name }, before: value, after: Math.fround(after) });
    value = Math.fround(after);
  };
  const lit = highlight.parameters.indexOf(parameter);
  if (lit >= 0) step("highlight", highlight.values[lit]);
  if (ways.dims[parameter] === 1) {
    const unscaled = value;
    let factor = 1;
    const scale = (what, by, name) => {
      factor = Math.fround(factor * by);
      if (by !== 1) step(what, unscaled * factor, name);
    };
    for (const master of show.all("groupMaster"))
      if (master.how === "scales" && show.groupMasterLevel(master) !== 1 && intensitiesOf(master, show, ways).includes(parameter))
        scale("group", show.groupMasterLevel(master), master.name);
    if (show.stageState?.blackout) scale("blackout", 0);
    else scale("master", show.stageState?.grandMaster ?? 1);
  }
  const parked = overlay.parked.parameters.indexOf(parameter);
  if (parked >= 0) step("parked", overlay.parked.values[parked]);
  for (const { personId, after } of curtains.over(parameter, t))
    step("curtain", after(value), show.get("person", personId)?.name ?? "somebody");
  return steps;
}

// packages/core/src/engine/winners.ts
var NOBODY = -1;
var GROUP_LIGHT = -2;
function offersAnything(source, row) {
  const rule = ruleOf(source, row);
  if (shareOf(source, rule) === 0) return false;
  return rule === "replaces" || (rule === "highest" ? source.rowValue(row) > 0 : source.rowValue(row) < 1);
}
var ROWS_A_STEP = 4e3;
function* whoShows({ stack, overlay, rest, ways }) {
  const on = { values: rest.slice(), cover: { covered: new Float32Array(rest.length), home: rest.slice() } };
  const wins = new Int32Array(rest.length).fill(NOBODY);
  overlay.lit.parameters.forEach((parameter, at) => {
    if (raise(parameter, on, { value: 1, share: overlay.lit.levels[at], rule: "highest" })) wins[parameter] = GROUP_LIGHT;
  });
  const { order, playing: playing2 } = stack;
  let looked = 0;
  for (const [index, source] of order.entries()) {
    const { parameters } = source.compiled;
    for (let row = 0; row < parameters.length; row++) {
      if (layRow(source, row, on)) wins[parameters[row]] = index;
      if (++looked % ROWS_A_STEP === 0) yield;
    }
  }
  const showings = [];
  for (const source of playing2) {
    if (source.lettingGo) continue;
    showings.push(showingOf(source, order, wins));
    looked += source.compiled.parameters.length;
    if (looked > ROWS_A_STEP) {
      looked = 0;
      yield;
    }
  }
  const left2 = [];
  for (let parameter = 0; parameter < wins.length; parameter++)
    if (wins[parameter] === NOBODY && on.cover.home[parameter] !== ways.home[parameter]) left2.push(parameter);
  return { showings, left: left2 };
}
function showingOf(source, order, wins) {
  const own = order.indexOf(source);
  const by = /* @__PURE__ */ new Map();
  let [brings, shows] = [0, 0];
  source.compiled.parameters.forEach((parameter, row) => {
    if (!offersAnything(source, row)) return;
    brings++;
    const winner = wins[parameter];
    if (winner === own) shows++;
    else by.set(winner, (by.get(winner) ?? 0) + 1);
  });
  const rides = source.compiled.riders.targets.length;
  const most = [...by].sort((a, b) => b[1] - a[1]).slice(0, 3);
  const forGood = (other) => other.settled && !other.lettingGo && other.rank !== SKETCH_RANK;
  return {
    playbackId: source.id,
    brings: brings + rides,
    shows: shows + rides,
    settled: [...by.keys()].every((index) => index >= 0 && forGood(order[index])),
    hiddenBy: most.map(([index]) => index < 0 ? "light" : order[index].id)
  };
}

// packages/core/src/engine/engine.ts
var Engine = class {
  #show;
  #ways;
  /** Merged values before riders, over what shows where nothing plays: home, and what stayed where it was. */
  #stage;
  /** The moment of the last merge; null once anything has changed since. */
  #mergedAt = null;
  #finish;
  #stack = new Stack();
  #dirty = true;
  #t = 0;
  /** `last`: values of all parameters that an engine before this one left on stage; it goes on from there. */
  constructor(show, t, last) {
    this.#show = show;
    this.#t = t;
    this.#ways = rigWays(show.rig);
    const resumption = last?.length === show.rig.parameters.length ? new Resumption(last, t) : null;
    const rest = this.#ways.home.slice();
    if (resumption) keepStaying(rest, resumption.from, show);
    this.#stage = new MergedStage(this.#ways, rest);
    this.#finish = new Finish(show, this.#ways, { resumption });
    this.#begin();
  }
  get show() {
    return this.#show;
  }
  /** Universes in the order in which `tick` writes them. */
  get universes() {
    return this.#show.rig.universes;
  }
  /** Length that a frame for `tick` must have. */
  get frameLength() {
    return this.universes.length * SLOTS;
  }
  /** All parameters' values 0..1 as of the last tick, in the rig's order. Valid until the next command or tick. */
  get values() {
    return this.#finish.values;
  }
  /** Playbacks that are on stage, from the lowest to the topmost, with those that are letting go. */
  get running() {
    return this.#stack.playing.map(({ id: id4, lettingGo }) => ({ id: id4, lettingGo }));
  }
  /**
   * Fills the frame with the levels at t and tells whether anything could have changed since the last tick; if not, the
   * frame is left as it is.
   */
  tick(t, frame) {
    this.#t = t;
    if (!this.#finish.movesAt(t) && !this.#dirty && !this.#stack.moving) return false;
    this.#merge(t);
    this.#finish.write(frame);
    this.#dirty = false;
    return true;
  }
  /** Why a parameter is what it was at the last tick. */
  trace(parameter) {
    return traceOf(parameter, this.#traced());
  }
  /** Who shows and what is left behind, worked out in steps (see whoShows). */
  whoShows() {
    return whoShows(this.#traced());
  }
  /** See darkAhead. */
  darkAhead() {
    return darkAhead(this.#show, this.#stage.values, this.#stack);
  }
  #traced() {
    const { overlay, highlight, curtains } = this.#finish;
    return { show: this.#show, stack: this.#stack, overlay, highlight, ways: this.#ways, rest: this.#stage.rest, curtains, t: this.#t };
  }
  /** Applies changes from their moment on. An error changes nothing. */
  command({ at, changes }) {
    const applied = apply(this.#show.records, changes);
    if (!applied.ok) return applied;
    const before = this.#show;
    const after = before.withRecords(applied.value, changes.map(changedId));
    this.#dirty = true;
    const ids = new Set(changes.map(changedId));
    const affected = [...ids].flatMap((id4) => after.records.get(id4) ?? before.records.get(id4) ?? []);
    const renewed = partsToRenew(affected.map(({ kind }) => kind));
    if (affected.some((record) => this.#startsFromStage(record, after))) this.#mergeFor(at);
    this.#mergedAt = null;
    this.#show = after;
    if (after.rig !== before.rig) this.#takeRig(before, at);
    for (const record of affected) {
      if (record.kind === "sketch") this.#takeSketch(record.personId, at, renewed.has("reach"));
      if (record.kind !== "playbackState") continue;
      this.#takePlayback(record.playbackId, before.playbackState(record.playbackId), at);
      takeAhead(this.#stack, record.playbackId, at, this.#context());
    }
    if (before.stageState?.sweptSeconds !== after.stageState?.sweptSeconds) {
      sendHome(this.#stack, this.#stage.rest, { ways: this.#ways, at });
      this.#stage.renew();
    }
    if (this.#finish.take(after, renewed)) this.#stage.renew();
    this.#reviseReaders(affected, { before, at });
    return ok(null);
  }
  #clocks = clockReader(() => this.#show);
  #merge(t) {
    this.#t = t;
    this.#stack.advance(t, this.#clocks);
    this.#stage.advance(this.#stack, this.#finish.overlay, this.#finish.moved);
    this.#finish.finish(this.#stage.values, this.#stack, t);
    this.#stack.dropGone();
    this.#mergedAt = t;
  }
  /** Brings the stage to a moment, for what starts from it; frame and command at the same moment need it once. */
  #mergeFor = (at) => this.#mergedAt === at ? void 0 : this.#merge(at);
  /** Whether a record that is about to change begins from what is on stage: a fader that moves doesn't. */
  #startsFromStage(record, after) {
    if (!partsToRenew([record.kind]).has("from stage")) return false;
    if (record.kind !== "playbackState") return true;
    const [was, is] = [this.#show.playbackState(record.playbackId), after.playbackState(record.playbackId)];
    return was?.cueId !== is?.cueId || was?.goSeconds !== is?.goSeconds || was?.ahead !== is?.ahead;
  }
  #context() {
    return { show: this.#show, merged: this.#stage.values, ways: this.#ways };
  }
  /** Another rig: what runs goes on where its parameters lie now, with its fades, phases and all that is held. */
  #takeRig(before, at) {
    const { rig } = this.#show;
    const to = parametersMoved(before.rig, rig);
    if (!to) return this.#finish.takePatch(before.rig, rig);
    this.#ways = rigWays(rig);
    const rest = this.#ways.home.slice();
    to.forEach((parameter, old) => {
      if (parameter >= 0 && this.#stage.rest[old] !== before.rig.parameters[old].home) rest[parameter] = this.#stage.rest[old];
    });
    const { curtains } = this.#finish;
    curtains.move(to);
    this.#stack.replace((source) => source.moved(to, this.#ways));
    this.#stage = new MergedStage(this.#ways, rest);
    this.#finish = new Finish(this.#show, this.#ways, { curtains, resumption: null });
    this.#merge(at);
    curtains.take(this.#show, this.#finish.values);
  }
  /** All that the records say is running, as after a start. */
  #begin() {
    const states = this.#show.all("playbackState").filter(({ cueId }) => cueId !== null);
    const sources = states.toSorted((a, b) => a.goSeconds - b.goSeconds).map((state) => playbackSource(state, this.#context(), continuation(state, this.#context())));
    this.#stack.setPlaying(sources.filter((source) => source !== null));
    for (const { playbackId, ahead } of states) if (ahead) takeAhead(this.#stack, playbackId, this.#t, this.#context());
    for (const { personId } of this.#show.all("sketch").toSorted((a, b) => a.version - b.version))
      this.#takeSketch(personId, this.#t);
    this.#merge(this.#t);
    this.#finish.curtains.take(this.#show, this.#finish.values);
  }
  /** `softly` lets what it no longer says fade: it went out of reach. */
  #takeSketch(personId, at, softly = false) {
    const sketch = this.#show.sketchOf(personId);
    const id4 = `sketch ${personId}`;
    const others = this.#stack.sketches.filter((source2) => source2.id !== id4);
    const present = this.#stack.sketches.find((source2) => source2.id === id4) ?? null;
    const source = sketch && sketchSource(sketch, at, this.#context(), present);
    if (present) this.#stay(present, source);
    const kept = softly && present && source;
    if (kept) this.#stack.setSketches(this.#stack.sketches.map((other) => other === present ? source : other));
    else this.#stack.setSketches(source ? [...others, source] : others);
    if (present && softly) this.#stack.setPlaying([...this.#stack.playing, ...lostSources(present, source, at, this.#context())]);
  }
  #takePlayback(playbackId, before, at) {
    const state = this.#show.playbackState(playbackId);
    const playback = this.#show.get("playback", playbackId);
    const playing2 = this.#stack.playing;
    const present = playing2.find(({ id: id4 }) => id4 === playbackId);
    if (!playback || !state || state.cueId === null) {
      if (!present || present.lettingGo) return;
      this.#stay(present, null);
      present.letGo(at, state?.letGoIn ?? playback?.releaseSeconds ?? 0);
      return;
    }
    const moved = before?.cueId !== state.cueId || before.goSeconds !== state.goSeconds;
    const leftBefore = playing2.filter(({ id: id4, leavesByHand }) => leavesByHand && id4 === `${playbackId} leaving`);
    if (!moved) {
      if (!present || present.lettingGo) return;
      present.follow(playback, state, this.#ways.adding);
      for (const left2 of leftBefore) left2.leaveByHand(state.hand?.part ?? 1);
      return;
    }
    for (const left2 of leftBefore) left2.letGo(at, state.seconds ?? this.#show.get("cue", state.cueId)?.inSeconds ?? 0);
    const source = playbackSource(state, this.#context(), { present: present ?? null, merged: this.#stage.values });
    const others = playing2.filter((other) => other !== present);
    const leaving = source && present && !present.lettingGo ? leavingSource(present, source, at, this.#context()) : null;
    if (leaving) this.#stay(leaving, null);
    this.#stack.setPlaying([...others, ...leaving ? [leaving] : [], ...source ? [source] : []]);
  }
  /** Where families stay, what a source no longer says becomes what shows beneath. */
  #stay(source, next) {
    const stays = valuesThatStay(source, next, this.#show);
    for (const parameter of stays) this.#stage.rest[parameter] = this.#stage.values[parameter];
    if (stays.length > 0) this.#stage.renew();
  }
  /** Resolves again what was made from records that changed. Fades under way keep their place. */
  #reviseReaders(changed, { before, at }) {
    const ids = new Set(changed.map(({ id: id4 }) => id4));
    const { stale, reachLost } = staleReaders(changed, before, this.#show);
    const isStale = (source) => !source.lettingGo && (ids.has(source.id) || stale(source, this.#show.get("playback", source.id)?.listId));
    const rigAlone = changed.every(({ kind }) => kind === "fixture" || kind === "profile");
    const lost = [];
    if (this.#stack.playing.some((source) => !source.settled && isStale(source))) this.#mergeFor(at);
    if (this.#stack.playing.some(isStale))
      this.#stack.setPlaying(
        this.#stack.playing.map((source) => {
          if (!isStale(source)) return source;
          const state = this.#show.playbackState(source.id);
          const start = { present: null, merged: this.#stage.values, retimed: { present: source, at } };
          const next = state && playbackSource(state, this.#context(), start);
          if (rigAlone && next && saysTheSame(source, next, source.settled ? "whenever" : "same times")) return source;
          const revised = revisedSource(source, next, this.#show) ?? source;
          if (reachLost && revised !== source) lost.push(...lostSources(source, revised, at, this.#context()));
          return revised;
        })
      );
    for (const { id: id4, personId } of this.#show.all("sketch")) {
      const source = this.#stack.sketches.find((candidate) => candidate.id === `sketch ${personId}`);
      if (!source && reachLost && !ids.has(id4)) this.#takeSketch(personId, at);
      if (!source || ids.has(id4) || !stale(source, void 0)) continue;
      const revised = sketchSource(this.#show.get("sketch", id4), this.#t, this.#context(), source);
      if (rigAlone && revised && saysTheSame(source, revised, "whenever")) continue;
      revised?.motions.carryCounts(source.motions);
      if (reachLost) lost.push(...lostSources(source, revised, at, this.#context()));
      this.#stack.setSketches(this.#stack.sketches.flatMap((other) => other === source ? revised ? [revised] : [] : [other]));
    }
    if (lost.length > 0) this.#stack.setPlaying([...this.#stack.playing, ...lost]);
  }
};

// demo/src/profiles.ts
var whole = (attribute, home = 0) => ({ attribute, width: 1, physical: [0, 1], home });
var fine = (attribute, physical, home = 0) => ({
  attribute,
  width: 2,
  physical,
  home
});
var virtualDimmer2 = { attribute: "Dimmer", width: 0, physical: [0, 1], home: 0 };
function layOut(heads) {
  let next = 1;
  const channels = heads.flatMap(
    (plans, head) => plans.map(({ attribute, width, physical, home, names }) => {
      const slots = Array.from({ length: width }, () => next++);
      return { head, attribute, slots, physical, home, ...names ? { names } : {} };
    })
  );
  return { channels, footprint: next - 1 };
}
function profile(of) {
  const { channels, footprint } = layOut(of.heads.map(([, plans]) => plans));
  return {
    id: of.id,
    kind: "profile",
    version: 1,
    maker: of.maker,
    model: of.model,
    modes: [{ id: "mode-1", name: of.mode, footprint, heads: of.heads.map(([name]) => name), channels }],
    emitters: of.emitters ?? {},
    beamDegrees: of.beamDegrees ?? 0,
    ...of.tungstenKelvin === void 0 ? {} : { tungstenKelvin: of.tungstenKelvin }
  };
}
var RED = { x: 0.69, y: 0.3, luminance: 0.3 };
var GREEN = { x: 0.2, y: 0.71, luminance: 0.6 };
var BLUE = { x: 0.15, y: 0.05, luminance: 0.1 };
var WHITE2 = { x: 0.33, y: 0.34, luminance: 1 };
var AMBER = { x: 0.57, y: 0.42, luminance: 0.4 };
var LIME = { x: 0.41, y: 0.55, luminance: 0.9 };
var TUNGSTEN = { x: 0.4599, y: 0.4106, luminance: 1 };
var ARC = { x: 0.3127, y: 0.329, luminance: 1 };
var spotChannels = [
  fine("Pan", [-270, 270]),
  fine("Tilt", [-135, 135]),
  fine("Dimmer", [0, 1]),
  whole("Shutter1", 1),
  whole("ColorSub_C"),
  whole("ColorSub_M"),
  whole("ColorSub_Y"),
  {
    attribute: "Color1",
    width: 1,
    physical: [0, 7],
    home: 0,
    names: ["open", "ember", "straw", "moss", "pond", "dusk", "orchid", "frost"]
  },
  {
    attribute: "Gobo1",
    width: 1,
    physical: [0, 7],
    home: 0,
    names: ["open", "leaf veins", "rain on glass", "iron lattice", "spores", "roots", "fern shadow", "petals"]
  },
  fine("Gobo1Pos", [-180, 180]),
  whole("Prism1"),
  whole("Frost1"),
  whole("Iris", 1),
  fine("Zoom", [6, 42], 14),
  fine("Focus1", [0, 1], 0.5)
];
var barCell = [virtualDimmer2, whole("ColorAdd_R", 1), whole("ColorAdd_G", 1), whole("ColorAdd_B", 1)];
var DEMO_PROFILES = [
  profile({
    id: "profile-spot",
    maker: "Halcyard",
    model: "Heron 400 Profile",
    mode: "Extended 16 bit",
    heads: [["Lens", spotChannels]],
    emitters: { open: ARC }
  }),
  profile({
    id: "profile-wash",
    maker: "Petrel Optics",
    model: "Murmur 19 Wash",
    mode: "Standard",
    heads: [
      [
        "Lens",
        [
          fine("Pan", [-270, 270]),
          fine("Tilt", [-115, 115]),
          fine("Dimmer", [0, 1]),
          whole("Shutter1", 1),
          whole("ColorAdd_R", 1),
          whole("ColorAdd_G", 1),
          whole("ColorAdd_B", 1),
          whole("ColorAdd_W", 1),
          fine("Zoom", [8, 60], 30)
        ]
      ]
    ],
    emitters: { ColorAdd_R: RED, ColorAdd_G: GREEN, ColorAdd_B: BLUE, ColorAdd_W: WHITE2 }
  }),
  profile({
    id: "profile-bar",
    maker: "Ombra Works",
    model: "Tessel 12 Bar",
    mode: "12 cells",
    heads: Array.from({ length: 12 }, (_, cell) => [`Cell ${cell + 1}`, barCell]),
    emitters: { ColorAdd_R: RED, ColorAdd_G: GREEN, ColorAdd_B: BLUE }
  }),
  profile({
    id: "profile-uplight",
    maker: "Ombra Works",
    model: "Sprig 5",
    mode: "Five colours",
    heads: [
      [
        "Lens",
        [
          whole("Dimmer"),
          whole("ColorAdd_R", 1),
          whole("ColorAdd_G", 1),
          whole("ColorAdd_B", 1),
          whole("ColorAdd_RY", 1),
          whole("ColorAdd_GY", 1)
        ]
      ]
    ],
    emitters: { ColorAdd_R: RED, ColorAdd_G: GREEN, ColorAdd_B: BLUE, ColorAdd_RY: AMBER, ColorAdd_GY: LIME }
  }),
  profile({
    id: "profile-lantern",
    maker: "Petrel Optics",
    model: "Wick 60",
    mode: "Dimmer",
    heads: [["Lamp", [whole("Dimmer")]]],
    emitters: { open: TUNGSTEN },
    tungstenKelvin: 2700
  }),
  profile({
    id: "profile-blinder",
    maker: "Halcyard",
    model: "Kiln 2",
    mode: "Two cells",
    heads: [
      ["Cell 1", [whole("Dimmer")]],
      ["Cell 2", [whole("Dimmer")]]
    ],
    emitters: { open: TUNGSTEN }
  }),
  profile({
    id: "profile-strobe",
    maker: "Halcyard",
    model: "Flint",
    mode: "Rate and intensity",
    heads: [["Tube", [whole("Dimmer"), { attribute: "Shutter1Strobe", width: 1, physical: [0, 20], home: 0 }]]],
    emitters: { open: ARC }
  }),
  profile({
    id: "profile-haze",
    maker: "Ombra Works",
    model: "Dew 2",
    mode: "Haze and fan",
    heads: [["Nozzle", [whole("Fog1"), whole("Fan1", 0.3)]]]
  }),
  profile({
    id: "profile-fan",
    maker: "Ombra Works",
    model: "Draught",
    mode: "Speed",
    heads: [["Blade", [whole("Fan1")]]]
  })
];
function demoProfile(id4) {
  return DEMO_PROFILES.find((entry) => entry.id === id4);
}

// demo/src/large-rig.ts
function largeRig(of) {
  const fixtures = [];
  const spot = demoProfile("profile-spot").modes[0].footprint;
  const bar = demoProfile("profile-bar").modes[0].footprint;
  let number = 1;
  for (let universe = 1; universe <= of.universes; universe++) {
    let address = 1;
    while (number <= of.heads && address + spot - 1 <= 512) {
      fixtures.push(hung({ number: number++, profileId: "profile-spot", universe, address }));
      address += spot;
    }
    while (number > of.heads && address + bar - 1 <= 512) {
      fixtures.push(hung({ number: number++, profileId: "profile-bar", universe, address }));
      address += bar;
    }
  }
  const lead = { id: "person-ines", kind: "person", version: 1, name: "Ines", initials: "In", role: "lead" };
  const sketch = { id: sketchIdOf(lead.id), kind: "sketch", version: 1, personId: lead.id, strokes: {} };
  const spots = fixtures.filter(({ profileId }) => profileId === "profile-spot").map(({ id: id4 }) => id4);
  const group = { id: "group-all-spots", kind: "group", version: 1, name: "All spots", rank: 0, heads: spots, territoryId: null };
  return [lead, ...DEMO_PROFILES, ...fixtures, group, sketch];
}
function hung(of) {
  const place2 = of.number - 1;
  return {
    id: `fx-${of.number}`,
    kind: "fixture",
    version: 1,
    number: of.number,
    name: `Head ${of.number}`,
    profileId: of.profileId,
    modeId: "mode-1",
    patch: { universe: of.universe, address: of.address },
    position: { x: place2 % 80 * 0.5 - 20, y: Math.floor(place2 / 80) * 0.8, z: 9 },
    rotation: { x: 0, y: 0, z: 0 },
    headStep: { x: 0.035, y: 0, z: 0 }
  };
}

// bench/src/loaded-show.ts
var START_SECONDS = 1e3;
var FADE_SECONDS = 600;
var PLAYBACKS = 64;
function loadedShow(of) {
  const rig = largeRig({ heads: Math.round(2e3 * of.universes / 256), universes: of.universes });
  const empty = new Show(new Map(rig.map((record) => [record.id, record])));
  const heads = empty.rig.heads.map(({ key }) => key);
  const random = seededRandom(44);
  const plays = Array.from({ length: PLAYBACKS }, (_, index) => playing(index, { heads, random, state: of.state })).flat();
  const base = [
    { id: "master", kind: "master", version: 1, name: "Pulse", rank: 0 },
    { id: masterStateIdOf("master"), kind: "masterState", version: 1, masterId: "master", tempo: steadyTempo(120) },
    { id: "page", kind: "page", version: 1, name: "Page", rank: 0, territoryId: null }
  ];
  return new Show(new Map([...rig, ...base, ...plays].map((record) => [record.id, record])));
}
function playing(index, { heads, random, state }) {
  const [listId, cueId, playbackId, groupId] = [`list-${index}`, `cue-${index}`, `card-${index}`, `group-${index}`];
  const count = Math.floor(heads.length / 10);
  const first2 = Math.floor(random() * (heads.length - count));
  const level = () => ({
    level: { knots: [random(), random()] },
    shape: {},
    touched: 1,
    fade: { knots: [FADE_SECONDS * (0.5 + random() / 2)] },
    delay: { knots: [random()] }
  });
  const angle = () => ({ ...level(), level: { knots: [-40 * random(), 40 * random()] } });
  const moving = {
    shape: {},
    touched: 2,
    motion: {
      kind: "wave",
      waveform: "sine",
      low: 0,
      high: 1,
      base: "absolute",
      phase: { knots: [0, 360] },
      phaseShape: {},
      masterId: "master",
      rate: { knots: [1] }
    }
  };
  const still = state === "at rest";
  const stroke = {
    who: { groupIds: [groupId] },
    rank: 1,
    parts: {
      Dimmer: index % 4 === 0 && !still ? moving : level(),
      Pan: angle(),
      Tilt: angle(),
      ColorSub_C: level(),
      ColorSub_M: level(),
      ColorSub_Y: level(),
      Shutter1: level(),
      Gobo1Pos: angle(),
      Prism1: level(),
      Frost1: level(),
      Iris: level(),
      Zoom: angle(),
      Focus1: level(),
      ColorAdd_R: level(),
      ColorAdd_G: level(),
      ColorAdd_B: level()
    }
  };
  const cue = { id: cueId, kind: "cue", version: 1, listId, number: 1, name: cueId, inSeconds: FADE_SECONDS, strokes: { s: stroke } };
  return [
    {
      id: groupId,
      kind: "group",
      version: 1,
      name: groupId,
      rank: 100 + index,
      heads: heads.slice(first2, first2 + count),
      territoryId: null
    },
    { id: listId, kind: "cueList", version: 1, name: listId, rank: index, territoryId: null },
    cue,
    {
      id: playbackId,
      kind: "playback",
      version: 1,
      pageId: "page",
      listId,
      column: 0,
      row: 0,
      columns: 1,
      rows: 1,
      releaseSeconds: 1,
      startsOnRaise: true,
      letsGoAtZero: true
    },
    {
      id: playbackStateIdOf(playbackId),
      kind: "playbackState",
      version: 1,
      playbackId,
      level: 0.5 + random() / 2,
      cueId,
      previousCueId: null,
      goSeconds: still ? START_SECONDS - 2 * FADE_SECONDS : START_SECONDS + index / 1e3,
      letGoSeconds: null,
      personId: "person-ines"
    }
  ];
}

// bench/src/measure.ts
function median(values) {
  return quantile(values, 0.5);
}
function quantile(values, part3) {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.floor(part3 * sorted.length))];
}
function interleaved(works, rounds) {
  const times = works.map(() => []);
  for (let round = 0; round < rounds; round++)
    works.forEach((work, index) => {
      const before = performance.now();
      work(round);
      times[index].push(performance.now() - before);
    });
  return times.map(median);
}

// bench/src/allocations.ts
var FRAME = 1 / 44;
var FRAMES = 20;
function octetsPerFrame() {
  return { plain: measured((record) => record), fannedRates: measured(fanned), addedColours: measured(adding) };
}
function unlikePlain(rounds) {
  const works = [(record) => record, fanned, adding].map((of) => {
    const engine = engineOf(of, 256);
    const frame = new Uint8Array(engine.frameLength);
    return (round) => void engine.tick(START_SECONDS + 2 + round * FRAME, frame);
  });
  const [plain, rates, added] = interleaved(works, rounds);
  return { fannedRates: rates / plain, addedColours: added / plain };
}
function engineOf(of, universes) {
  const show = loadedShow({ universes, state: "fading" });
  const records = new Map([...show.records].map(([id4, record]) => [id4, of(record)]));
  return new Engine(show.withRecords(records), START_SECONDS + 1);
}
function measured(of) {
  const engine = engineOf(of, 16);
  const frame = new Uint8Array(engine.frameLength);
  for (let round = 0; round < 2e3; round++) engine.tick(START_SECONDS + 2 + round * FRAME / 10, frame);
  const taken = [];
  for (let look = 0; look < 30; look++) {
    const before = getHeapStatistics().used_heap_size;
    for (let round = 0; round < FRAMES; round++) engine.tick(START_SECONDS + 30 + look + round * FRAME / 10, frame);
    taken.push((getHeapStatistics().used_heap_size - before) / FRAMES);
  }
  return median(taken);
}
function fanned(record) {
  return record.kind === "cue" ? eachPart(record, (part3) => part3.motion ? { ...part3, motion: { ...part3.motion, rate: { knots: [0.5, 2] } } } : part3) : record;
}
function adding(record) {
  return record.kind === "playback" ? { ...record, colors: "add" } : record;
}
function eachPart(cue, of) {
  const strokes = Object.entries(cue.strokes).map(([id4, stroke]) => {
    const parts = Object.entries(stroke.parts).map(([attribute, part3]) => [attribute, of(part3)]);
    return [id4, { ...stroke, parts: Object.fromEntries(parts) }];
  });
  return { ...cue, strokes: Object.fromEntries(strokes) };
}

// bench/src/bare-pass.ts
var BarePass = class {
  contributions;
  #levels;
  #slots;
  /** Kept, so that reading isn't left out. */
  highest = 0;
  constructor(show) {
    const rows = show.all("cue").flatMap(({ strokes }) => resolve(strokes, { rig: show.rig, groupHeads: (id4) => show.groupHeads(id4) }).rows);
    this.contributions = rows.length;
    this.#levels = Float32Array.from(rows, ({ value }) => value ?? 0);
    this.#slots = show.rig.universes.length * SLOTS;
  }
  run(frame) {
    const levels = this.#levels;
    let highest = 0;
    for (let row = 0; row < levels.length; row++) {
      const level = levels[row];
      if (level > highest) highest = level;
    }
    for (let slot = 0; slot < this.#slots; slot++) frame[slot] = levels[slot] * 255 | 0;
    this.highest = highest;
  }
};

// bench/src/frame-time.ts
var FRAME2 = 1 / 44;
function frameTimes(universes, rounds) {
  const show = loadedShow({ universes, state: "fading" });
  const engine = new Engine(show, START_SECONDS + 1);
  const bare = new BarePass(show);
  const [frame, other] = [new Uint8Array(engine.frameLength), new Uint8Array(engine.frameLength)];
  const work = [(round) => void engine.tick(START_SECONDS + 2 + round * FRAME2, frame), () => bare.run(other)];
  interleaved(work, 30);
  const [engineMs, bareMs] = interleaved(work, rounds);
  return {
    universes,
    parameters: show.rig.parameters.length,
    contributions: bare.contributions,
    bareMs,
    engineMs,
    ratio: engineMs / bareMs
  };
}

// bench/za.ts
if (process.argv[2] === "b") {
  console.log(frameTimes(256, 60));
  console.log(unlikePlain(60));
} else {
  const engine = new Engine(loadedShow({ universes: 16, state: "fading" }), START_SECONDS + 1);
  const frame = new Uint8Array(engine.frameLength);
  for (let round = 0; round < 2e3; round++) engine.tick(START_SECONDS + 2 + round / 440, frame);
  const s = new Session();
  s.connect();
  s.post("HeapProfiler.enable");
  s.post("HeapProfiler.startSampling", { samplingInterval: 128, includeObjectsCollectedByMajorGC: true, includeObjectsCollectedByMinorGC: true });
  for (let round = 0; round < 1e3; round++) engine.tick(START_SECONDS + 30 + round / 440, frame);
  s.post("HeapProfiler.stopSampling", (_e, r) => {
    const out = [];
    const walk = (n) => {
      if (n.selfSize) out.push([n.selfSize, n.callFrame.functionName + ":" + n.callFrame.lineNumber]);
      n.children.forEach(walk);
    };
    walk(r.profile.head);
    out.sort((a, b) => b[0] - a[0]);
    for (const [v, k] of out.slice(0, 14)) console.log((v / 1e3).toFixed(0), k);
  });
  console.log(octetsPerFrame());
}
