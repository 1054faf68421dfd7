import { randomBytes, scrypt as scryptWithCallback, timingSafeEqual } from "node:crypto";
import { promisify } from "node:util";

const scrypt = promisify(scryptWithCallback) as (password: string, salt: Buffer, length: number) => Promise<Buffer>;
const KEY_OCTETS = 32;

/** `scrypt$salt$key`, both in base64. */
export async function hashPassword(password: string): Promise<string> {
  const salt = randomBytes(16);
  const key = await scrypt(password, salt, KEY_OCTETS);
  return `scrypt$${salt.toString("base64")}$${key.toString("base64")}`;
}

/** Takes as long for a wrong password as for a right one. */
export async function isPassword(password: string, hash: string): Promise<boolean> {
  const [method, salt, key] = hash.split("$");
  if (method !== "scrypt" || !salt || !key) return false;
  const wanted = Buffer.from(key, "base64");
  const given = await scrypt(password, Buffer.from(salt, "base64"), KEY_OCTETS);
  return wanted.length === given.length && timingSafeEqual(wanted, given);
}
