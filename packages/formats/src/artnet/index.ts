export { ARTNET_PORT, encode, MAX_PORT_ADDRESS, setSequence, SLOTS_OFFSET } from "./packet";
export { decodeReply, encodePoll, encodeReply, kindOf, type ArtNode } from "./poll";
