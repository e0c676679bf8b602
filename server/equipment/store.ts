import type { Device, DeviceKind } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'

export type DeviceSetting = Omit<Device, 'answers'>
export const listDevices = (db: Db) =>
  db.many<DeviceSetting>('select kind, connected, noise from device order by kind desc')
export const setDevice = (db: Db, kind: DeviceKind, setting: { connected: boolean; noise: number }) =>
  db.run('update device set connected = $2, noise = $3 where kind = $1', [kind, setting.connected, setting.noise])
