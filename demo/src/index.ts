export { DEMO_SIGN_INS } from "./sign-ins";
export { DEMO_SHOW_NAME, understory } from "./understory";
export { largeRig } from "./large-rig";
export { longList } from "./long-list";
export { DEMO_PROFILES, demoPictures, demoProfile } from "./profiles";
export { waltz } from "./waltz";
