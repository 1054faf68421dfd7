export * as csv from "./csv/table";
export * as gdtf from "./gdtf/index";
export * as midi from "./midi/message";
export * as mtc from "./mtc/message";
export * as mvr from "./mvr/index";
export * as osc from "./osc/message";
export * as sacn from "./sacn/packet";
export * as showFile from "./show-file/index";
