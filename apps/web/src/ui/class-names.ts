import { clsx, type ClassValue } from "clsx";
import { twMerge } from "tailwind-merge";

/** Class names joined, later ones winning over earlier ones of the same property. */
export function cn(...names: ClassValue[]): string {
  return twMerge(clsx(names));
}
