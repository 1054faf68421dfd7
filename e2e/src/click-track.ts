/** A WAV file of one channel with a short noise on every beat. */
export function clickTrack(beatsAMinute: number, seconds: number): Buffer {
  const rate = 44100;
  const samples = Buffer.alloc(rate * seconds * 2);
  const every = (60 / beatsAMinute) * rate;
  for (let beat = 0; beat * every < rate * seconds; beat++)
    for (let at = 0; at < 1500; at++) {
      const index = Math.round(beat * every) + at;
      if (index < rate * seconds) samples.writeInt16LE(Math.round(20000 * Math.sin(at * at * 0.37) * (1 - at / 1500)), index * 2);
    }
  const header = Buffer.alloc(44);
  header.write("RIFF", 0);
  header.writeUInt32LE(36 + samples.length, 4);
  header.write("WAVEfmt ", 8);
  header.writeUInt32LE(16, 16);
  header.writeUInt16LE(1, 20);
  header.writeUInt16LE(1, 22);
  header.writeUInt32LE(rate, 24);
  header.writeUInt32LE(rate * 2, 28);
  header.writeUInt16LE(2, 32);
  header.writeUInt16LE(16, 34);
  header.write("data", 36);
  header.writeUInt32LE(samples.length, 40);
  return Buffer.concat([header, samples]);
}
