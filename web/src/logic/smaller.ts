/** A photograph made smaller before it is sent: of a telephone's many millions of pixels a card needs few, and the way may be slow. */

const LONGEST_PX = 2600;
const SMALL_BYTES = 1_500_000;
const QUALITY = 0.92;

/** The photograph upright and no larger than is looked at, as JPEG; as it is where it is small, or cannot be read here. */
export async function smaller(file: Blob): Promise<Blob> {
  if (file.size <= SMALL_BYTES) return file;
  const read = await createImageBitmap(file).catch(() => null);
  if (!read) return file;
  const share = Math.min(1, LONGEST_PX / Math.max(read.width, read.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.round(read.width * share);
  canvas.height = Math.round(read.height * share);
  canvas.getContext("2d")?.drawImage(read, 0, 0, canvas.width, canvas.height);
  read.close();
  const made = await new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", QUALITY));
  return made && made.size < file.size ? made : file;
}
