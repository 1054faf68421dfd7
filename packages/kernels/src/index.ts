export { mergeKernels } from "./merge-kernels";
