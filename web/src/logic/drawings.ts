/** Drawings that are brought in from a file. */

/** What a drawing is called at first: as its file, without the ending, as long as a name may be. */
export function nameOfDrawing(file: File): string {
  return file.name.replace(/\.svg$/i, "").slice(0, 60) || "drawing";
}
