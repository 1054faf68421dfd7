export {
  followFor,
  followKind,
  followSchema,
  LOST_AFTER_SECONDS as TARGET_LOST_AFTER_SECONDS,
  LEAST_WIDTH as LEAST_BEAM_WIDTH,
  LEAST_EDGE as LEAST_FOLLOW_EDGE,
  LEAST_SPEED as LEAST_FOLLOW_SPEED,
  MOST_EDGE as MOST_FOLLOW_EDGE,
  MOST_SPEED as MOST_FOLLOW_SPEED,
  MOST_OTP,
  MOST_FOLLOWED,
  MOST_LEAD_SECONDS,
  MOST_RING,
  MOST_SMOOTH_SECONDS,
  MOST_WIDTH as MOST_BEAM_WIDTH,
  WHEN_LOST,
  type Follow,
  type FollowKind,
  type OtpAddress,
  type Target,
  type WhenLost,
} from "./follow/target";
export { boxText, readBox, type StageBox } from "./follow/stage-box";
export { MOST_METRES as MOST_STAGE_METRES } from "./follow/stage-point";
export { placeAt } from "./follow/target-path";
export { MOST_WALK_POINTS, roundSeconds as walkRoundSeconds, WALK_STEP_SECONDS, type Walk } from "./follow/walk";
export { targetOffIdOf, type TargetOff } from "./follow/target-off";
export { isLost as isTargetLost, targetStateIdOf, type TargetState } from "./follow/target-state";
export { lostChanged as targetsLostChanged, type TargetCommand } from "./playing/play-targets";
export {
  fittedTracking,
  knownPoint,
  mirroredTracking,
  TRACKING_FIELDS,
  trackingOf,
  trackingText,
  typedTracking,
  upTracking,
  withoutPoint,
  type TrackingField,
} from "./edits/tracking-edits";
export { heardPlace, placeOnStage, plainTracking, TRACKING_ID, type KnownPoint, type Tracking } from "./follow/tracking";
export { unfollowedByList } from "./questions/unfollowed-by-list";
export { followedNames, followWords, targetsNamed } from "./questions/targets-named";
export {
  newTarget,
  otpText,
  recordedWalk,
  TARGET_FIELDS,
  targetText,
  targetWhenLost,
  typedTarget,
  type TargetField,
} from "./edits/target-edits";
