/** A photo of a ball; its bytes are at `/api/balls/BALL/photos/ID`. */
export interface BallPhoto {
  readonly id: string
  readonly caption: string
  readonly takenBy: string | null
  readonly createdAt: string
}
export const photoTypes = ['image/jpeg', 'image/png', 'image/webp'] as const
export const mostPhotoBytes = 10 * 1024 * 1024
export const mostPhotos = 12
