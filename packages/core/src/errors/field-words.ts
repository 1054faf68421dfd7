/** Names that say less than people do. */
const SAID: Readonly<Record<string, string>> = {
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
  quickGo: "two Go at once",
};

/** A field of a record as people call it: names become words, attributes stay, ids and what only holds others go. */
export function fieldWords(path: readonly string[]): string {
  const words = path.flatMap((name): string[] => {
    // Attributes alone begin with a capital.
    if (/^[A-Z]\w*$/.test(name)) return [name.replace(/^Color(Add|Sub|RGB)?_/, "Colour ").replaceAll("_", " ")];
    if (SAID[name] !== undefined) return SAID[name] ? [SAID[name]] : [];
    if (/^\d+$/.test(name)) return [`number ${Number(name) + 1}`];
    // What has signs or digits in it is somebody's id.
    if (!/^[a-z]+([A-Z][a-z]*)*$/.test(name)) return [];
    return [spaced(name.replace(/(?<=.)Ids?$/, ""))];
  });
  return words.length === 0 ? "This" : `The ${[...new Set(words)].toReversed().join(" of the ")}`;
}

/** `cueList` as "cue list". */
export function spaced(name: string): string {
  return name.replaceAll(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`).trim();
}
