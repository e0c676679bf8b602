import { join } from 'node:path'
import { codeForMember, codeForOwner } from './database.ts'
import { startCluster } from './postgres.ts'
import { projectRoot } from './root.ts'

/**
 * `npm run owner`: a one-time code for the first owner of a shop that has none. `npm run owner -- NAME`: one that sets the password of a member with
 * this sign-in name and takes their second factor off. `--empty`: of the shop begun without the demo. Whoever can read this machine's files can
 * read the shop's, so that nothing is given away here.
 */
const args = process.argv.slice(2)
const login = args.find((one) => !one.startsWith('--'))
const shop = args.includes('--empty') ? 'sleetfall_empty' : 'sleetfall'
try {
  const given = process.env['DATABASE_URL']
  const url =
    given ??
    (
      await startCluster({
        folder: process.env['SLEETFALL_DATA'] ?? join(projectRoot, '.local', 'postgres'),
        preferredPort: 54310,
      })
    ).url(shop)
  const code = login === undefined ? await codeForOwner(url) : await codeForMember(url, login)
  if (code !== null) {
    console.log(`One-time code, good for a day: ${code}`)
    console.log(
      login === undefined
        ? 'Open the application; it asks for it.'
        : `On the screen where you sign in, choose “I have a one-time code”, with the sign-in name ${login}. The second factor is off then.`,
    )
  } else if (login === undefined) {
    throw new Error(
      'This shop has an owner. For somebody who forgot the password: npm run owner -- NAME, with their sign-in name.',
    )
  } else throw new Error(`Nobody who may sign in has the sign-in name ${login}.`)
} catch (error) {
  console.error(error instanceof Error ? error.message : error)
  process.exitCode = 1
}
