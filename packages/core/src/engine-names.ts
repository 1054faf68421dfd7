/** The public names of the engine. */
export type { DarkAhead } from "./engine/ahead";
export { compile, type CompiledRows } from "./engine/compile";
export { Engine, type EngineCommand } from "./engine/engine";
export { StepBatch } from "./engine/fader-steps";
export { FrameWriter } from "./engine/frame-writer";
export { SLOTS } from "./engine/output-map";
export { Prepared } from "./engine/prepared";
export { Preview } from "./engine/preview";
export { encodeSlots } from "./engine/slots";
export type { WhoShows } from "./engine/winners";
export { kernelsNow, useKernels, type Kernels } from "./engine/kernels";
