/** A photo of a ball; its bytes are at `/api/balls/BALL/photos/ID`. */
export interface BallPhoto {
  readonly id: string
  readonly caption: string
  readonly takenBy: string | null
  readonly createdAt: string
}
export const photoTypes = ['image/jpeg', 'image/png', 'image/webp'] as const
export const mostPhotoBytes = 10 * 1024 * 1024
/** Before a picture is opened: what a phone's camera makes at most. */
export const mostPhotoPixels = 60_000_000
export const mostPhotos = 12
