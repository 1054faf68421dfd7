export { ARTNET_PORT, encode, MAX_PORT_ADDRESS, setSequence, SLOTS_OFFSET } from "./packet";
