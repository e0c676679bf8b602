import type { Logger } from 'pino'
import type { Area } from '../http/area.ts'
import type { Context } from '../http/context.ts'
import { bathGuard } from './guard.ts'
import { deviceRoutes } from './routes.ts'
import { listDevices } from './store.ts'

/** Follows the devices that the shop wants, and stops a soak that gets too hot whether or not a screen is open. */
function watchDevices({ database, devices, news }: Context, logger: Logger): void {
  const report = (error: unknown) => logger.warn({ err: error }, 'devices')
  devices.onBath(bathGuard(database, (timerMinutes) => devices.command('PUT', '/bath', { timerMinutes }), report))
  const follow = () => void listDevices(database).then((wanted) => devices.follow(wanted), report)
  // Also what was connected at another server: whichever of them lives watches the bath.
  news.on('devices', follow)
  follow()
}

export const equipment: Area = {
  name: 'equipment',
  routes: [['/devices', deviceRoutes]],
  start: watchDevices,
  tables: ['device'],
  exports: [],
  imports: ['balls', 'bench', 'customers', 'lanes', 'trials'],
}
