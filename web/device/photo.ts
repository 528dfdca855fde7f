const LONGEST_PX = 1280
const QUALITY = 0.82

/** A picture made small enough to keep: at most 1280 pixels on its longer side, JPEG, without what the camera wrote in it. */
export async function downscaled(file: File): Promise<string> {
  const picture = await createImageBitmap(file)
  const scale = Math.min(1, LONGEST_PX / Math.max(picture.width, picture.height))
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(picture.width * scale))
  canvas.height = Math.max(1, Math.round(picture.height * scale))
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height)
  picture.close()
  return canvas.toDataURL('image/jpeg', QUALITY).split(',')[1]!
}
