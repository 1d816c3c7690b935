/** What the browser keeps for this page, where it keeps anything: storage may be blocked or full, and nothing of the page hangs on it. */
type Place = "localStorage" | "sessionStorage";

function placeOf(place: Place): Storage | null {
  try {
    return globalThis[place];
  } catch {
    return null; // blocked: even to look at it is refused
  }
}

/** What is kept under a key; null where nothing is, or nothing can be read. */
export function readKept(key: string, place: Place = "localStorage"): string | null {
  try {
    return placeOf(place)?.getItem(key) ?? null;
  } catch {
    return null;
  }
}

/** Keeps a text, or with null forgets it. False where the browser did not take it. */
export function keep(key: string, text: string | null, place: Place = "localStorage"): boolean {
  const there = placeOf(place);
  try {
    if (text === null) there?.removeItem(key);
    else there?.setItem(key, text);
    return there !== null;
  } catch {
    return false;
  }
}
