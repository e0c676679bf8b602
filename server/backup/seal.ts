import { type CipherGCM, createCipheriv, createDecipheriv, randomBytes, scryptSync } from 'node:crypto'
import type { Transform } from 'node:stream'

/** How a file was sealed: what is needed to open it again, apart from the passphrase. Bytes in hex. */
export interface Seal {
  readonly cipher: 'aes-256-gcm'
  readonly kdf: 'scrypt'
  readonly salt: string
  readonly iv: string
  readonly tag: string
}

/** Cost of a guess: a quarter of a second and 128 MB. */
const cost = { N: 2 ** 17, r: 8, p: 1, maxmem: 256 * 2 ** 20 } as const
const keyOf = (passphrase: string, salt: Buffer) => scryptSync(passphrase.normalize('NFKC'), salt, 32, cost)

/** Seals what flows through; the seal is known once it has ended. */
export function sealing(passphrase: string): { readonly stream: CipherGCM; readonly seal: () => Seal } {
  const [salt, iv] = [randomBytes(16), randomBytes(12)]
  const stream = createCipheriv('aes-256-gcm', keyOf(passphrase, salt), iv)
  const hex = (bytes: Buffer) => bytes.toString('hex')
  const seal = (): Seal => ({
    ...{ cipher: 'aes-256-gcm', kdf: 'scrypt', salt: hex(salt), iv: hex(iv) },
    tag: hex(stream.getAuthTag()),
  })
  return { stream, seal }
}

/** Opens what was sealed. A wrong passphrase, or a file that was changed, is an error at its end. */
export function opening(passphrase: string, seal: Seal): Transform {
  const bytes = (text: string) => Buffer.from(text, 'hex')
  const decipher = createDecipheriv('aes-256-gcm', keyOf(passphrase, bytes(seal.salt)), bytes(seal.iv))
  return decipher.setAuthTag(bytes(seal.tag))
}
