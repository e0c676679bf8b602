import type { RequestHandler } from 'express'
import type { Database } from '../database/db.ts'
import { standingOf } from '../staff/store.ts'
import { setMember } from './context.ts'

/** A session in use ends all the same: after a week somebody signs in anew. */
const longestMs = 7 * 86_400_000

/**
 * Looks at each request whether its member still stands: switched off, with sessions ended (a new password) or begun too long ago, they are
 * signed out; a changed role counts at once. Four figures are no password: with a PIN nobody may more than a technician.
 */
export const knowMember =
  (database: Database): RequestHandler =>
  async (request, _response, next) => {
    const claimed = request.session.user
    if (claimed) {
      const standing = await standingOf(database, claimed.id)
      const young = Date.now() - claimed.begunAt < longestMs
      if (standing?.active && standing.sessionEpoch === claimed.epoch && young) {
        const withPin = claimed.by === 'pin'
        const role = withPin && standing.role === 'owner' ? 'technician' : standing.role
        setMember(request, { id: claimed.id, role, withPin })
      } else delete request.session.user
    }
    next()
  }
