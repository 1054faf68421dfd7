export { read, type PlanLamp, type ReadPlan } from "./read";
export { write } from "./write";
