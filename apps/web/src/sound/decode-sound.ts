const RATE = 44100;

/** A file as samples at 44.1 kHz; throws a sentence when the browser can't read it. */
export async function decodeSound(file: File): Promise<AudioBuffer> {
  const octets = await file.arrayBuffer();
  try {
    return await new OfflineAudioContext(1, 1, RATE).decodeAudioData(octets);
  } catch {
    throw new Error(`“${file.name}” isn't a sound that this browser can read. Take a WAV, MP3, OGG or FLAC file. Nothing was changed.`);
  }
}
