export { read, SHOW_FILE_VERSION, write, type ShowFile } from "./show-file";
