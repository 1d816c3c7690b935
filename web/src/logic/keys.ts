import { keep, readKept } from "./storage";

/** A key that no other edit has. On the tablet Cielo comes without a certificate, and such pages have no `crypto.randomUUID`. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}

const PLACE = "cielo.window";
let window_: string | null = null;
/** The key of this window, the same through its reloads: what it did it takes back, and no other window does. */
export function windowKey(): string {
  window_ ??= readKept(PLACE, "sessionStorage") ?? newKey();
  keep(PLACE, window_, "sessionStorage");
  return window_;
}
