import { networkInterfaces } from 'node:os'

/** Addresses under which others in the network reach what listens on a host; none when only this machine does. */
export function networkAddresses(host: string): string[] {
  const own = Object.values(networkInterfaces())
    .flatMap((all) => all ?? [])
    .filter(({ internal, family }) => !internal && family === 'IPv4')
    .map(({ address }) => address)
  return host === '0.0.0.0' || host === '::' ? own : own.filter((address) => address === host)
}

/** Where a tablet opens this shop, by what the process was started with. */
export function shopAddresses(env: NodeJS.ProcessEnv = process.env): string[] {
  const scheme = env['TLS_CERT'] ? 'https' : 'http'
  return networkAddresses(env['HOST'] ?? '127.0.0.1').map((address) => `${scheme}://${address}:${env['PORT'] ?? 4310}`)
}
