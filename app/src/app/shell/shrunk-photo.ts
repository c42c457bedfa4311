/** Longest side a photograph is kept with, px; qualities that are tried until it is small enough; and how large that is, letters of base64. */
const LONGEST_PX = 1280;
const QUALITIES = [0.8, 0.65, 0.5, 0.35];
const MOST_LETTERS = 390_000;

/**
 * A photograph made small enough to keep, as JPEG in base64. It is drawn anew, so that nothing else a camera writes into it goes along,
 * the place it was taken at least of all.
 * @throws where the file is no picture this browser can read
 */
export async function shrunkPhoto(file: Blob): Promise<string> {
  const picture = await createImageBitmap(file);
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height));
  const canvas = document.createElement('canvas');
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext('2d')?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  for (const quality of QUALITIES) {
    const jpeg = canvas.toDataURL('image/jpeg', quality).replace(/^data:image\/jpeg;base64,/, '');
    if (jpeg.length <= MOST_LETTERS) return jpeg;
  }
  throw new Error('the picture stays too large');
}
