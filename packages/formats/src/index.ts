export * as sacn from "./sacn/packet";
