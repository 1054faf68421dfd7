export { read, type ReadPlan } from "./read";
export { write } from "./write";
