/** At most one word is open at a time, and none of another kind than its shell knows of. */
let closeOpen: (() => void) | null = null;

/** Tells the word that was open that another opens; `close` is called when the next one does. */
export function openInstead(close: () => void) {
  if (closeOpen !== close) closeOpen?.();
  closeOpen = close;
}
export function forgetOpen(close: () => void) {
  if (closeOpen === close) closeOpen = null;
}
