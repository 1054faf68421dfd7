import { keepUnderlayPicture } from "../../session/api";
import { newId } from "../../session/new-id";

/** Keeps a picture that is to lie under the plan; a sentence where it is none, or the server refuses it. */
export async function keepUnderlay(file: File): Promise<{ name: string; width: number; height: number } | string> {
  const size = await sizeOf(file);
  if (!size) return `${file.name} can't be read as a picture. PNG, JPEG and SVG can.`;
  const name = `${newId()} ${file.name}`.slice(0, 200);
  try {
    await keepUnderlayPicture(name, file);
  } catch (error) {
    return error instanceof Error ? error.message : "The server can't be reached.";
  }
  return { name, ...size };
}

/** How large a picture is, in its own pixels, once the browser has read it. */
async function sizeOf(file: File): Promise<{ width: number; height: number } | null> {
  const address = URL.createObjectURL(file);
  const image = new Image();
  const read = new Promise<boolean>((done) => {
    image.addEventListener("load", () => done(true));
    image.addEventListener("error", () => done(false));
  });
  image.src = address;
  const fits = await read;
  URL.revokeObjectURL(address);
  return fits && image.naturalWidth > 0 ? { width: image.naturalWidth, height: image.naturalHeight } : null;
}
