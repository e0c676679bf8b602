import { X509Certificate } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { type Server, createServer, get } from 'node:https'
import type { AddressInfo } from 'node:net'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, test } from '@jest/globals'
import { generate } from 'selfsigned'
import { networkAddresses, shopAddresses } from '../server/shop/addresses.ts'
import { certificateFor } from './network.ts'

const folder = mkdtempSync(join(tmpdir(), 'tls-'))
const servers: Server[] = []
afterAll(() => {
  for (const server of servers) server.close()
  rmSync(folder, { recursive: true, force: true })
})

/** What a client that trusts only this certificate is answered under a host. */
async function asked(host: string, cert: Buffer, key: Buffer): Promise<string> {
  const server = createServer({ cert, key }, (_request, response) => response.end('here'))
  servers.push(server)
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve))
  const { port } = server.address() as AddressInfo
  return new Promise((resolve) => {
    get({ host: '127.0.0.1', servername: host, port, ca: cert, headers: { Host: host } }, (response) =>
      response.on('data', (chunk: Buffer) => resolve(chunk.toString())),
    ).on('error', (error: Error & { code?: string }) => resolve(error.code ?? error.message))
  })
}

describe('a certificate made on the first start', () => {
  test('is believed by who trusts it, under the names of this machine and no other, and kept', async () => {
    const own = join(folder, 'own')
    const made = await certificateFor(own, {})
    expect(made).toMatchObject({ ownMade: true, fingerprint: expect.stringMatching(/^([0-9A-F]{2}:){31}[0-9A-F]{2}$/) })
    expect(statSync(made.keyFile).mode & 0o077).toBe(0)
    const [cert, key] = [readFileSync(made.certFile), readFileSync(made.keyFile)]
    expect(await asked('localhost', cert, key)).toBe('here')
    expect(await asked('elsewhere.example', cert, key)).toBe('ERR_TLS_CERT_ALTNAME_INVALID')
    const certificate = new X509Certificate(cert)
    for (const address of ['127.0.0.1', ...networkAddresses('0.0.0.0')])
      expect(certificate.checkIP(address)).toBe(address)
    expect(await certificateFor(own, {})).toEqual(made)
  })

  test('is made anew when it is about to end, or the machine has an address that it does not name', async () => {
    const old = join(folder, 'old')
    const first = await certificateFor(old, {})
    const { private: key, cert } = await generate([{ name: 'commonName', value: 'another' }], { keyType: 'ec' })
    writeFileSync(first.certFile, cert)
    writeFileSync(first.keyFile, key)
    const second = await certificateFor(old, {})
    expect(second.fingerprint).not.toBe(new X509Certificate(cert).fingerprint256)
  })
})

describe('the shop’s own certificate', () => {
  test('is taken, and refused with a sentence when it is not there, half there or has ended', async () => {
    const made = await certificateFor(join(folder, 'given'), {})
    const env = { TLS_CERT: made.certFile, TLS_KEY: made.keyFile }
    expect(await certificateFor(folder, env)).toMatchObject({ ownMade: false, certFile: made.certFile })
    await expect(certificateFor(folder, { TLS_CERT: made.certFile })).rejects.toThrow(/go together/)
    await expect(certificateFor(folder, { ...env, TLS_KEY: join(folder, 'none.pem') })).rejects.toThrow(/is not there/)
    const { private: key, cert } = await generate([{ name: 'commonName', value: 'old' }], {
      keyType: 'ec',
      notBeforeDate: new Date('2020-01-01'),
      notAfterDate: new Date('2021-01-01'),
    })
    const [certFile, keyFile] = [join(folder, 'old.pem'), join(folder, 'old-key.pem')]
    writeFileSync(certFile, cert)
    writeFileSync(keyFile, key)
    await expect(certificateFor(folder, { TLS_CERT: certFile, TLS_KEY: keyFile })).rejects.toThrow(
      /ended on .*renew it/,
    )
  })
})

describe('addresses for tablets', () => {
  test('are told when others can reach them, under the scheme that is served', () => {
    expect(shopAddresses({ PORT: '4310' })).toEqual([])
    expect(networkAddresses('127.0.0.1')).toEqual([])
    const all = networkAddresses('0.0.0.0')
    expect(shopAddresses({ HOST: '0.0.0.0', PORT: '8080', TLS_CERT: 'x' })).toEqual(
      all.map((address) => `https://${address}:8080`),
    )
    for (const address of all) expect(networkAddresses(address)).toEqual([address])
  })
})
