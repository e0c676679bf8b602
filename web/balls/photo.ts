import { mostPhotoPixels } from '@sleetfall/contract'
import { imageSize } from 'image-size'

/** Longest side that a photo keeps, pixels: scratches and marks can still be seen. */
const longest = 1600

/** Bytes at a file's head in which its size stands. */
const headBytes = 512 * 1024

/** A photo made small and turned upright by the browser, as JPEG. Throws when the file is no picture. */
export async function shrunk(file: Blob): Promise<Blob> {
  const { width, height } = imageSize(new Uint8Array(await file.slice(0, headBytes).arrayBuffer()))
  if (width * height > mostPhotoPixels) throw new Error('too many pixels')
  const picture = await createImageBitmap(file, { imageOrientation: 'from-image' })
  const scale = Math.min(1, longest / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(picture.width * scale))
  canvas.height = Math.max(1, Math.round(picture.height * scale))
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  return new Promise((resolve, reject) =>
    canvas.toBlob((blob) => (blob ? resolve(blob) : reject(new Error('no picture'))), 'image/jpeg', 0.85),
  )
}
