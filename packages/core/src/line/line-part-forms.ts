/** The parts there are, for the reference page: how each is written, an example, and what it does. */
export const LINE_PARTS = [
  { form: "ATTRIBUTE FAN", example: "Rib spots: dim 0..80..0, pan -20..20", what: "sets it; several numbers are a fan along the heads" },
  { form: "ATTRIBUTE +NUMBER", example: "Rib spots: zoom +5", what: "adds to what is there" },
  { form: "PRESET · PRESET..PRESET", example: "Rib spots: Ember..Moss", what: "lays a preset on them, or a fan between presets" },
  { form: "color COLOUR..COLOUR", example: "Rib spots: color amber..#0040ff", what: "colours in words or as #rrggbb" },
  { form: "point RIGHT UPSTAGE UP", example: "Rib spots: point 0 2 1.6", what: "aims them at a place, in metres" },
  {
    form: "follow TARGET[..TARGET] [around METRES] [ahead SECONDS] [beside X Y Z] [softly SECONDS] [speed METRES] [within CORNER..CORNER]",
    example: "Rib spots: follow Voice around 2 softly 0.5",
    what: "looks where a target goes; several = the heads lie between them; softly over so long, so many metres a second at the most; never out of a part of the stage, such as within -4 -2 0..4 3 2",
  },
  {
    form: "wide METRES on TARGET[..TARGET] [as behind follow]",
    example: "Rib spots: wide 2 on Voice within -4 -2 0..4 3 2",
    what: "opens zooms so far that beams stay so wide where the target is, however near it comes; irises where there is no zoom, or where it is too wide",
  },
  {
    form: "edge METRES on TARGET[..TARGET] [at PERCENT]",
    example: "Rib spots: edge 2 on Voice at 80",
    what: "lights them while the target is inside its part of the stage, and fades them out over so many metres before its sides",
  },
  {
    form: "fade FAN · delay FAN",
    example: "Rib spots: dim 80, fade 2, delay 0..1.2",
    what: "times of what the line has set so far, or of all that these heads have in your sketch",
  },
  {
    form: "shape WORDS",
    example: "Rib spots: dim 0..100, shape folded clump 2",
    what: "how it lies: plain, folded, turned, clump, runs, and orders such as outward or scattered",
  },
  {
    form: "ATTRIBUTE wave FORM LOW..HIGH [phase FAN] [rate FAN] [on MASTER]",
    example: "Rib spots: dim wave sine 0..100 phase 0..360 on Pulse",
    what: "a wave between two values",
  },
  {
    form: "FIGURE WIDTH[xHEIGHT] [phase FAN] [rate FAN] [on MASTER]",
    example: "Rib spots: circle 40 phase 0..360 rate 0.25 on Slow bloom",
    what: "a circle, line, eight or rounded-square about where heads look, so many degrees wide",
  },
] as const;
