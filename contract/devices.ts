import { scanSpots } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, oneOf, quantity, ranged, whole } from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'
import { mostArms } from './trials.ts'

export const deviceKinds = ['scanner', 'bath', 'tracker'] as const
export type DeviceKind = (typeof deviceKinds)[number]

export const deviceSettingsSchema = later(() =>
  yup.object({
    connected: yup.boolean().required(),
    noise: ranged('noise', 0, 5).default(1),
  }),
)
export interface Device {
  readonly kind: DeviceKind
  /** Wanted by the shop. */
  readonly connected: boolean
  /** The stand-in answers now. */
  readonly answers: boolean
  readonly noise: number
}

export const bathFaults = ['none', 'overheat', 'disconnect'] as const
export const bathSettingsSchema = later(() =>
  yup.object({
    setPointC: ranged('setPoint', 30, 60, 'degC').optional(),
    fault: oneOf('fault', bathFaults).optional().notRequired(),
  }),
)
export interface BathState {
  readonly at: string
  readonly temperatureC: number
  readonly setPointC: number
  readonly heating: boolean
  /** Of the bath's own timer; null when it is not set. */
  readonly secondsLeft: number | null
}

/** A throw before the tracker's stand-in: which arm of which trial, on which line. */
export const throwSchema = later(() =>
  yup.object({
    trialId: identifier('trial'),
    arm: whole('arm', 1, mostArms).required(wrong('arm', 'missing')),
    feetBoard: quantity('feetBoard', 'feet').required(wrong('feet', 'missing')),
    targetBoard: quantity('board', 'targetBoard').required(wrong('targetBoard', 'missing')),
  }),
)

/** One spot of a ball read by the scanner. */
export const scanRequestSchema = later(() => yup.object({ ballId: identifier('ball'), spot: oneOf('spot', scanSpots) }))
export interface ScanReading {
  readonly grit: number
  readonly spot: (typeof scanSpots)[number]
  /** At the top of the device's range. */
  readonly saturated: boolean
}
