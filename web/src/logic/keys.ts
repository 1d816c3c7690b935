/** A key that no other edit has. On the tablet Cielo comes without a certificate, and such pages have no `crypto.randomUUID`. */
export function newKey(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return [...bytes].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}
