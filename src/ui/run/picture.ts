const MOST_BYTES = 25 * 1024 * 1024;
const MOST_POINTS = 60_000_000;
/** Shown with so many points along its longer side; what is larger is made smaller. */
const LONGEST = 1600;

let opened = 0;

/**
 * A chosen picture as it is drawn, upright and no larger than it is shown; or why
 * it cannot be. Nothing of the file but what is seen goes on: no place, no time.
 */
export async function loadPicture(
  file: File,
): Promise<{ readonly picture: HTMLCanvasElement } | { readonly problem: string }> {
  if (file.size > MOST_BYTES) return { problem: "This picture is larger than 25 MB. Take it smaller." };
  let bitmap: ImageBitmap;
  try {
    bitmap = await createImageBitmap(file, { imageOrientation: "from-image" });
  } catch {
    return { problem: "This is no picture that can be opened here. Choose a JPEG or PNG." };
  }
  const { width, height } = bitmap;
  if (width * height > MOST_POINTS) {
    bitmap.close();
    return { problem: "This picture has too many points. Take it smaller." };
  }
  const scale = Math.min(1, LONGEST / Math.max(width, height));
  const picture = document.createElement("canvas");
  picture.width = Math.max(1, Math.round(width * scale));
  picture.height = Math.max(1, Math.round(height * scale));
  picture.dataset.of = String(++opened);
  picture.getContext("2d")!.drawImage(bitmap, 0, 0, picture.width, picture.height);
  bitmap.close();
  return { picture };
}
