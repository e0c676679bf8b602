import { createHash, randomBytes, randomInt } from 'node:crypto'
import { hash, verify } from '@node-rs/argon2'

/** OWASP's lower bound for argon2id (19 MiB, two passes); the algorithm is the package's default. */
const argon2id = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

export const sealed = (secret: string) => hash(secret, argon2id)
/** Whether a secret is the one that was sealed; takes as long where there is none. */
export async function fits(sealedOne: string | null | undefined, secret: string): Promise<boolean> {
  if (sealedOne) return verify(sealedOne, secret)
  await sealed(secret)
  return false
}

/** Of a secret that nobody could guess at: no salt and no slowness needed. */
export const sha256 = (text: string) => createHash('sha256').update(text).digest('hex')
export const newMark = () => randomBytes(32).toString('base64url')

/** Letters and figures that nobody reads as another when they are written by hand. */
const letters = '23456789ABCDEFGHJKMNPQRSTVWXYZ'
const group = () => Array.from({ length: 4 }, () => letters[randomInt(letters.length)]!).join('')
/** A code to be typed once, 4.9 bits a letter. */
export const newCode = (groups: number) => Array.from({ length: groups }, group).join('-')
/** A code as it was made, however it was typed. */
export const codeOf = (typed: string) =>
  typed
    .normalize('NFKC')
    .toUpperCase()
    .replace(/[^0-9A-Z]/g, '')
