export {
  followSchema,
  LOST_AFTER_SECONDS as TARGET_LOST_AFTER_SECONDS,
  MOST_FOLLOWED,
  MOST_LEAD_SECONDS,
  MOST_RING,
  MOST_SMOOTH_SECONDS,
  type Follow,
  type Target,
} from "./follow/target";
export { placeAt } from "./follow/target-path";
export { targetStateIdOf, type TargetState } from "./follow/target-state";
export type { TargetCommand } from "./playing/play-targets";
export { followedNames, followWords, targetsNamed } from "./questions/targets-named";
export { newTarget, TARGET_FIELDS, targetText, typedTarget, type TargetField } from "./edits/target-edits";
