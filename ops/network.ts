import { X509Certificate } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { isIP } from 'node:net'
import { hostname } from 'node:os'
import { join } from 'node:path'
import { generate } from 'selfsigned'
import { networkAddresses } from '../server/shop/addresses.ts'

export interface Certificate {
  readonly certFile: string
  readonly keyFile: string
  /** Made here, and known to no browser; else the shop's own. */
  readonly ownMade: boolean
  readonly fingerprint: string
}

const days = 825
const renewBeforeDays = 30

/** Whether a certificate made here still serves: for a while yet, and under every address that the machine has now. */
function serves(pem: string, names: readonly string[]): boolean {
  const certificate = new X509Certificate(pem)
  return (
    Date.parse(certificate.validTo) > Date.now() + renewBeforeDays * 86_400_000 &&
    names.every((name) => (isIP(name) ? certificate.checkIP(name) : certificate.checkHost(name)) !== undefined)
  )
}

/**
 * The certificate to serve under: the shop's own by `TLS_CERT` and `TLS_KEY`, else one made here and kept in a folder, anew when it ends or the
 * machine has another address. Throws a sentence when the shop's own does not serve.
 */
export async function certificateFor(folder: string, env: NodeJS.ProcessEnv = process.env): Promise<Certificate> {
  const { TLS_CERT: ownCert, TLS_KEY: ownKey } = env
  if (ownCert || ownKey) {
    if (!ownCert || !ownKey) throw new Error('TLS_CERT and TLS_KEY go together: the files of certificate and key.')
    for (const file of [ownCert, ownKey])
      if (!existsSync(file)) throw new Error(`${file} is not there (TLS_CERT, TLS_KEY).`)
    const certificate = new X509Certificate(readFileSync(ownCert))
    if (Date.parse(certificate.validTo) < Date.now())
      throw new Error(
        `The certificate ${ownCert} ended on ${certificate.validTo}: renew it, or start without TLS_CERT.`,
      )
    return { certFile: ownCert, keyFile: ownKey, ownMade: false, fingerprint: certificate.fingerprint256 }
  }
  const [certFile, keyFile] = [join(folder, 'cert.pem'), join(folder, 'key.pem')]
  const names = ['localhost', hostname(), '127.0.0.1', ...networkAddresses('0.0.0.0')]
  if (!existsSync(certFile) || !existsSync(keyFile) || !serves(readFileSync(certFile, 'utf8'), names)) {
    mkdirSync(folder, { recursive: true, mode: 0o700 })
    const ends = new Date(Date.now() + days * 86_400_000)
    const made = await generate([{ name: 'commonName', value: hostname() }], {
      keyType: 'ec',
      curve: 'P-256',
      algorithm: 'sha256',
      notAfterDate: ends,
      extensions: [
        { name: 'basicConstraints', cA: false, critical: true },
        { name: 'keyUsage', digitalSignature: true, critical: true },
        { name: 'extKeyUsage', serverAuth: true },
        {
          name: 'subjectAltName',
          altNames: names.map((name) =>
            isIP(name) ? { type: 7 as const, ip: name } : { type: 2 as const, value: name },
          ),
        },
      ],
    })
    writeFileSync(keyFile, made.private, { mode: 0o600 })
    chmodSync(keyFile, 0o600)
    writeFileSync(certFile, made.cert)
  }
  const { fingerprint256 } = new X509Certificate(readFileSync(certFile))
  return { certFile, keyFile, ownMade: true, fingerprint: fingerprint256 }
}
