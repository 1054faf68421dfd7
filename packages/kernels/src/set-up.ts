import { useKernels } from "@vexa/core";
import { mergeKernels } from "./merge-kernels";

const kernels = mergeKernels();
if (!kernels) throw new Error("WebAssembly isn't to be had here, so that what is tested would be the plain loops again.");

/** For tests of the engine that run once more with the loops in WebAssembly: what holds for the plain ones must hold for these. */
useKernels(kernels);
