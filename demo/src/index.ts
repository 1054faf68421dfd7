export { DEMO_SHOW_NAME, DEMO_SIGN_INS, understory } from "./understory";
export { largeRig } from "./large-rig";
export { longList } from "./long-list";
export { DEMO_PROFILES, demoPictures, demoProfile } from "./profiles";
export { waltz } from "./waltz";
