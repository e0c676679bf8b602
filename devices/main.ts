import { createServer } from 'node:http'
import { createDevices } from './app.ts'

/** The stand-ins as a process of their own, on loopback only. Tells its parent the port that it took. */
const { app, close } = createDevices(Number(process.env['DEVICES_TICK_MS'] ?? 1000))
const server = createServer(app)
server.listen(Number(process.env['DEVICES_PORT'] ?? 0), '127.0.0.1', () => {
  process.send?.({ port: (server.address() as { port: number }).port })
})
function stop(): void {
  close()
  server.closeAllConnections()
  server.close(() => process.exit(0))
}
process.on('SIGTERM', stop)
process.on('SIGINT', stop)
process.on('disconnect', stop)
