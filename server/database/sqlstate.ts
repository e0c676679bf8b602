/** SQLSTATE codes that the server reacts to (PostgreSQL manual, appendix A). */
export const uniqueViolation = '23505'
export const foreignKeyViolation = '23503'
export const checkViolation = '23514'
export const restrictViolation = '23001'
/** Classes of a database that is away, starting or stopping. */
const awayClasses = ['08', '57', '53']
const awayCodes = ['ECONNREFUSED', 'ECONNRESET', 'EPIPE', 'ETIMEDOUT']

const broken =
  /^(Connection terminated|Client has encountered a connection error|Client was closed|Cannot use a pool after)/

/** All connections are in use, here or at the database: it works, but not for everybody at once. */
export function isBusy(error: unknown): boolean {
  const { code, message } = error as { code?: string; message?: string }
  return code === '53300' || (code === undefined && message === 'timeout exceeded when trying to connect')
}

/** The database's disk is full, or this machine's. */
export function isFull(error: unknown): boolean {
  const { code } = error as { code?: string }
  return code === '53100' || code === 'ENOSPC'
}

export function isAway(error: unknown): boolean {
  const { code, message } = error as { code?: string; message?: string }
  if (code !== undefined) return awayCodes.includes(code) || awayClasses.includes(code.slice(0, 2))
  // node-postgres gives no code for connections that break, nor for what is asked of one that has, or of a pool that a stopping server has closed.
  return message !== undefined && broken.test(message)
}
