/** A photo no larger than it need be, as JPEG; drawn anew, so that nothing of its place or maker stays with it. */
export async function shrink(file: Blob, longestPx = 1600): Promise<Blob> {
  const picture = await createImageBitmap(file, { imageOrientation: "from-image" });
  const scale = Math.min(1, longestPx / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  return new Promise((resolve, reject) => {
    canvas.toBlob((made) => (made ? resolve(made) : reject(new Error("no picture"))), "image/jpeg", 0.85);
  });
}
