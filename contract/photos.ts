import * as yup from 'yup'
import { oneOf } from './fields.ts'
import { later } from './later.ts'

/** What is seen of a cover on a photo: as it should be, lines that a pad left, dull where it should shine, shine where it should not, a worn track. */
export const photoLooks = ['even', 'lines', 'dull', 'shine', 'track'] as const
export type PhotoLook = (typeof photoLooks)[number]
export const looksSchema = later(() =>
  yup.object({
    looks: yup.array(oneOf('look', photoLooks)).max(photoLooks.length).required(),
  }),
)

/** A photo of a ball; its bytes are at `/api/balls/BALL/photos/ID`. */
export interface BallPhoto {
  readonly id: string
  readonly caption: string
  readonly looks: readonly PhotoLook[]
  readonly takenBy: string | null
  readonly createdAt: string
}
export const photoTypes = ['image/jpeg', 'image/png', 'image/webp'] as const
export const mostPhotoBytes = 10 * 1024 * 1024
/** Before a picture is opened: what a phone's camera makes at most. */
export const mostPhotoPixels = 60_000_000
export const mostPhotos = 12
