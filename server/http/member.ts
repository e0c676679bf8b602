import type { RequestHandler } from 'express'
import type { Database } from '../database/db.ts'
import { standingOf } from '../staff/store.ts'
import { setMember } from './context.ts'

/**
 * Looks at each request whether its member still stands: switched off or with sessions ended (a new password), they are signed
 * out; a changed role counts at once.
 */
export const knowMember =
  (database: Database): RequestHandler =>
  async (request, _response, next) => {
    const claimed = request.session.user
    if (claimed) {
      const standing = await standingOf(database, claimed.id)
      if (standing?.active && standing.sessionEpoch === claimed.epoch)
        setMember(request, { id: claimed.id, role: standing.role })
      else delete request.session.user
    }
    next()
  }
