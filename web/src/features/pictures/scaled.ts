import { Refused } from "../../api/client";

const LARGEST_SIDE = 1600;
/** What a picture may have in bytes before it is sent; the server writes it anew below its own bound. */
const MOST_BYTES = 640_000;
const QUALITIES = [0.82, 0.7, 0.55, 0.4] as const;

/** A picture scaled on this phone, as JPEG in base 64; refused in words where it is none. */
export async function scaled(file: Blob): Promise<string> {
  const picture = await createImageBitmap(file).catch(() => undefined);
  if (!picture) throw noPicture(file);
  const scale = Math.min(1, LARGEST_SIDE / Math.max(picture.width, picture.height));
  const canvas = document.createElement("canvas");
  canvas.width = Math.max(1, Math.round(picture.width * scale));
  canvas.height = Math.max(1, Math.round(picture.height * scale));
  canvas.getContext("2d")?.drawImage(picture, 0, 0, canvas.width, canvas.height);
  picture.close();
  for (const quality of QUALITIES) {
    const jpeg = await asJpeg(canvas, quality);
    if (jpeg && jpeg.size <= MOST_BYTES) return inBase64(jpeg);
  }
  throw noPicture(file);
}

function noPicture(file: Blob): Refused {
  return new Refused(400, [
    {
      field: "picture",
      code: "no-picture",
      typed: file instanceof File ? file.name : "",
      why: "This phone can't read that as a picture.",
      accepts: "Take one, or choose a JPEG or PNG file.",
      offers: [],
    },
  ]);
}

const asJpeg = (canvas: HTMLCanvasElement, quality: number) =>
  new Promise<Blob | null>((done) => canvas.toBlob(done, "image/jpeg", quality));

async function inBase64(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = "";
  for (let at = 0; at < bytes.length; at += 8192)
    text += String.fromCharCode(...bytes.subarray(at, at + 8192));
  return btoa(text);
}
