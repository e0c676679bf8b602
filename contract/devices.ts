import { scanSpots } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, oneOf } from './fields.ts'

export const deviceKinds = ['scanner', 'bath'] as const
export type DeviceKind = (typeof deviceKinds)[number]

export const deviceSettingsSchema = yup.object({
  connected: yup.boolean().required(),
  noise: yup.number().label('Noise').min(0, 'Noise: 0 to 5').max(5, 'Noise: 0 to 5').default(1),
})
export interface Device {
  readonly kind: DeviceKind
  /** Wanted by the shop. */
  readonly connected: boolean
  /** The stand-in answers now. */
  readonly answers: boolean
  readonly noise: number
}

export const bathFaults = ['none', 'overheat', 'disconnect'] as const
export const bathSettingsSchema = yup.object({
  setPointC: yup
    .number()
    .label('Set point')
    .min(30, 'Set point: 30 to 60 °C')
    .max(60, 'Set point: 30 to 60 °C')
    .optional(),
  fault: oneOf('Fault', bathFaults).optional().notRequired(),
})
export interface BathState {
  readonly at: string
  readonly temperatureC: number
  readonly setPointC: number
  readonly heating: boolean
  /** Of the bath's own timer; null when it is not set. */
  readonly secondsLeft: number | null
}

/** One spot of a ball read by the scanner. */
export const scanRequestSchema = yup.object({ ballId: identifier('Ball'), spot: oneOf('Spot', scanSpots) })
export interface ScanReading {
  readonly grit: number
  readonly spot: (typeof scanSpots)[number]
  /** At the top of the device's range. */
  readonly saturated: boolean
}
