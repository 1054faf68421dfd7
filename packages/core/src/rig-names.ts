/** The public names of lamps and rigs, and of what goes with them. */
export * from "./network-names";
export * from "./parts-names";
export * from "./board-names";
export * from "./follow-names";
export * from "./veil-names";
export {
  ATTRIBUTE_NAME,
  attributeInfo,
  compareAttributes,
  FAMILIES,
  isAttribute,
  isService,
  type Attribute,
  type AttributeInfo,
  type Family,
} from "./rig/attributes";
export { namedValues, valueNamed, type NamedValue } from "./rig/named-values";
export { seenFlux } from "./rig/seen-flux";
export { saidValue, type SaidValue } from "./rig/said-value";
export { valueWords } from "./rig/value-words";
export { channelOf } from "./rig/mix-head";
export { profileFlaws, type ProfileFlaw } from "./rig/profile-flaws";
export { modeOf, profileSchema, type Channel, type HeadPlace, type Mode, type Profile } from "./rig/profile";
export type { ChannelFunction, ChannelNeed, ChannelSet, DmxRange } from "./rig/channel-function";
export { cellNumber, headKey, headKeyIn, MAX_UNIVERSE, patchesOf, patchOf, type Fixture, type HeadKey, type Patch } from "./rig/fixture";
export { headPlace } from "./rig/head-place";
export { buildRig, type Head, type Parameter, type Rig } from "./rig/rig";
export { functionAt, functionsOf, mostOf, normalized, physicalOf, plainPhysical, scaleOf, setAt, type Scale } from "./rig/scale";
export { placedHead } from "./rig/placed-head";
export { attributesOf, parametersOf } from "./rig/head-attributes";
export { mix, mixDistance, mixed } from "./rig/mix-head";
export { colorsAlong, commonColor } from "./rig/common-color";
export { highlightValue } from "./rig/highlight-value";
export { patchConflicts, takenSlots, type PatchConflict } from "./rig/patch-conflicts";
export type { Group } from "./rig/group";
export { attributeNamed, attributeSuggestions } from "./rig/attribute-named";
export { rangeText, readRanges, type ReadRanges } from "./rig/range-text";
export { addressText, readAddress } from "./rig/address-text";
export type { PlanLamp, PlanThing } from "./rig/plan-lamp";
export {
  CURVE_LIBRARY,
  CURVE_SHAPES,
  curveFunction,
  curveInverse,
  MOST_CURVE_POINTS,
  type Curve,
  type CurvePoint,
  type CurveShape,
} from "./rig/curve";
export { SCENERY_FORMS, type Scenery, type SceneryForm } from "./rig/scenery";
export { AXES, type Axis, type PanTilt } from "./rig/pan-tilt";
export { curveOf } from "./show/curve-of";
export { lampMoveChanges, movedLamps, type LampMove, type PlaceAxis } from "./edits/lamp-moves";
export { setLamps } from "./edits/set-lamps";
export { swapProfile, SWAP_WAYS, type Swap, type SwapRow, type SwapWay } from "./edits/swap-profile";
export { exchangedBodies, sparesFor, standBack, standIn, standInOf } from "./edits/exchange-bodies";
export { duplicatedLamps } from "./edits/duplicate-lamps";
export { pastedCells } from "./edits/pasted-cells";
export { LAMP_FILTER_WORDS, lampFilter } from "./questions/lamp-filter";
export { cornersOf, planDrawing, type DrawnLamp, type PlanDrawing } from "./questions/plan-drawing";
export { sheetsByPosition, sheetsByUniverse, type PatchSheet } from "./questions/patch-sheets";
export { addedCurvePoint, movedCurvePoint, newCurve } from "./edits/curve-edits";
export { lampsOn, newScenery, SCENERY_FIELDS, typedScenery, type SceneryField } from "./edits/scenery-edits";
export { venueList, type VenuePreset } from "./questions/venue-list";
export { beyondLimits } from "./questions/beyond-limits";
export { LAYER_OF_NONE } from "./edits/take-in-scenery";
export { CUE_SHEET_COLUMNS, cueSheet, type CueSheetRow } from "./questions/cue-sheet";
