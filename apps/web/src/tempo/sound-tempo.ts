import { decodeSound } from "../sound/decode-sound";

const RATE = 44100;
/** A minute and a half tells the tempo as well as the whole song. */
const MOST_SECONDS = 90;

/** The tempo of a sound file, found in a worker: a suggestion. Null where none is found; throws a sentence when it can't be read. */
export async function tempoOfSound(file: File): Promise<number | null> {
  const samples = await monoSamples(file);
  const worker = new Worker(new URL("./sound-tempo-worker.ts", import.meta.url), { type: "module" });
  try {
    return await new Promise((resolve, reject) => {
      worker.onmessage = ({ data }: MessageEvent<number | null>) => resolve(data === null ? null : Math.round(data * 10) / 10);
      worker.onerror = () => reject(new Error(`The beats of “${file.name}” can't be looked for. Nothing was changed.`));
      worker.postMessage(samples, [samples.buffer]);
    });
  } finally {
    worker.terminate();
  }
}

async function monoSamples(file: File): Promise<Float32Array<ArrayBuffer>> {
  const sound = await decodeSound(file);
  const length = Math.min(sound.length, MOST_SECONDS * RATE);
  const mono = new Float32Array(length);
  for (let channel = 0; channel < sound.numberOfChannels; channel++) {
    const own = sound.getChannelData(channel);
    for (let at = 0; at < length; at++) mono[at]! += own[at]! / sound.numberOfChannels;
  }
  return mono;
}
