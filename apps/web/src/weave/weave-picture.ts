import {
  attributeInfo,
  beatsAt,
  HeadLooks,
  physicalOf,
  Preview,
  type Attribute,
  type Head,
  type HeadLook,
  type Motion,
  type Rig,
  type Show,
  type Strokes,
} from "@vexa/core";

/** Rows of pixels at most: more heads than this share rows. */
const MOST_ROWS = 256;

/** The stretch of time that a weave shows: `beats` beats of a motion's master, or seconds of its own clock. */
export interface WeaveSpan {
  /** Show time of its left edge. */
  readonly from: number;
  readonly seconds: number;
}

/** The stretch in which now is, counted from beat 0 of the motion's master on. */
export function weaveSpan(show: Show, motion: Motion, { beats, now }: { beats: number; now: number }): WeaveSpan {
  const tempo = motion.masterId === null ? null : show.tempo(motion.masterId);
  const perSecond = tempo ? (tempo.bpm * Math.max(tempo.scale, 1e-3)) / 60 : (motion.ownBpm ?? 60) / 60;
  const count = tempo ? beatsAt(tempo, now) : now * perSecond;
  const along = count - Math.floor(count / beats) * beats;
  return { from: now - along / perSecond, seconds: beats / perSecond };
}

export interface WeaveOf {
  readonly show: Show;
  readonly strokes: Strokes;
  readonly attribute: Attribute;
  readonly heads: readonly Head[];
  readonly stage: Float32Array;
  readonly now: number;
}

/** A preview of strokes in which dark heads are lit where nothing else says how bright they are. */
export function weavePreview({ show, strokes, heads, stage, now }: WeaveOf): Preview {
  const preview = new Preview(strokes, { show, stage, now });
  preview.light(heads);
  return preview;
}

/**
 * Time to the right, heads downward. Light at its true colour and brightness; angles and the beam as lamplight, the brighter the
 * higher the value.
 */
export function weaveImage(of: WeaveOf, { span, columns }: { span: WeaveSpan; columns: number }): ImageData {
  const { show, heads, attribute } = of;
  const rows = Math.min(heads.length, MOST_ROWS);
  const image = new ImageData(columns, rows);
  const preview = weavePreview(of);
  const shown = Array.from({ length: rows }, (_, row) => heads[Math.floor((row * heads.length) / rows)]!);
  const { family } = attributeInfo(attribute);
  const paint = family === "Intensity" || family === "Colour" ? lightPainter(show.rig, shown) : valuePainter(show.rig, shown, attribute);
  for (let column = 0; column < columns; column++) {
    const values = preview.at(span.from + ((column + 0.5) / columns) * span.seconds);
    for (let row = 0; row < rows; row++) paint(values, row, image.data, 4 * (row * columns + column));
  }
  return image;
}

type Painter = (values: Float32Array, row: number, into: Uint8ClampedArray, at: number) => void;

function lightPainter(rig: Rig, heads: readonly Head[]): Painter {
  const looks = HeadLooks.of(rig);
  const indexOf = new Map(rig.heads.map((head, index) => [head.key, index]));
  const indices = heads.map(({ key }) => indexOf.get(key)!);
  const look: HeadLook = { intensity: 0, red: 0, green: 0, blue: 0, pan: 0, tilt: 0, beamDegrees: 0 };
  return (values, row, into, at) => {
    looks.read(indices[row]!, values, look);
    // The eye sees a quarter of the light as about half as bright.
    const shade = Math.sqrt(look.intensity);
    into[at] = 8 + (look.red - 8) * shade;
    into[at + 1] = 12 + (look.green - 12) * shade;
    into[at + 2] = 10 + (look.blue - 10) * shade;
    into[at + 3] = 255;
  };
}

/** Position as a whole is shown by its pan. */
function valuePainter(rig: Rig, heads: readonly Head[], attribute: Attribute): Painter {
  const name: Attribute = attribute === "Position" ? "Pan" : attribute;
  const [low, high] = attributeInfo(name).usual;
  const channels = heads.map(({ parameters }) => {
    const parameter = parameters.get(name);
    return parameter === undefined ? null : { parameter, channel: rig.parameters[parameter]!.channel };
  });
  return (values, row, into, at) => {
    const own = channels[row];
    const value = own ? (physicalOf(own.channel, values[own.parameter]!, name) - low) / (high - low) : 0;
    const light = Math.min(1, Math.max(0, value));
    const shade = Math.sqrt(light);
    into[at] = 8 + 240 * shade;
    into[at + 1] = 12 + 176 * shade * shade ** 0.3;
    into[at + 2] = 10 + 116 * light;
    into[at + 3] = 255;
  };
}
