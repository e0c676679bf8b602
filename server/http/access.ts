import { abilities, type Ability, mayAs, type Role, said } from '@sleetfall/contract'
import type { RequestHandler } from 'express'
import { signedIn } from './context.ts'
import { ProblemError, notFound } from './errors.ts'

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'
type Rule = readonly [method: Method, path: string, who: Role | Ability]

/** Who may what: every route below `/api` that needs a session, once. A route that is not here answers nobody. */
export const access: readonly Rule[] = [
  ['PUT', '/session/preferences', 'counter'],
  ['PUT', '/session/password', 'counter'],
  ['GET', '/staff', 'staff'],
  ['POST', '/staff', 'staff'],
  ['PUT', '/staff/:id', 'staff'],
  ['GET', '/shop', 'counter'],
  ['PUT', '/shop', 'shop'],
  ['GET', '/customers', 'counter'],
  ['GET', '/customers/:id', 'counter'],
  ['GET', '/customers/:id/rack', 'counter'],
  ['POST', '/customers', 'records'],
  ['PUT', '/customers/:id', 'records'],
  ['GET', '/customers/:id/dependents', 'counter'],
  ['DELETE', '/customers/:id', 'records'],
  ['POST', '/customers/:id/retire', 'records'],
  ['POST', '/customers/:id/merge', 'merging'],
  ['GET', '/balls', 'counter'],
  ['GET', '/balls/:id', 'counter'],
  ['GET', '/balls/:id/events', 'counter'],
  ['POST', '/balls', 'records'],
  ['PUT', '/balls/:id', 'records'],
  // Which kinds is decided by the input; see `recordsOf`.
  ['POST', '/balls/:id/events', 'records'],
  ['POST', '/balls/events/:id/withdraw', 'records'],
  ['GET', '/balls/:id/dependents', 'counter'],
  ['DELETE', '/balls/:id', 'merging'],
  ['POST', '/balls/:id/retire', 'records'],
  ['POST', '/balls/:id/merge', 'merging'],
  ['POST', '/balls/:id/drilling', 'layouts'],
  ['GET', '/balls/:id/photos', 'counter'],
  ['GET', '/balls/:id/photos/:photoId', 'counter'],
  ['PUT', '/balls/:id/photos/:photoId', 'records'],
  ['DELETE', '/balls/:id/photos/:photoId', 'records'],
  ['GET', '/patterns', 'counter'],
  ['POST', '/patterns', 'patterns'],
  ['PUT', '/patterns/:id', 'patterns'],
  ['GET', '/patterns/:id/dependents', 'counter'],
  ['DELETE', '/patterns/:id', 'patterns'],
  ['POST', '/patterns/:id/retire', 'patterns'],
  ['GET', '/predictions/:ballId/:patternId', 'counter'],
  ['POST', '/predictions', 'trials'],
  ['GET', '/layouts', 'counter'],
  ['POST', '/layouts', 'layouts'],
  ['PUT', '/layouts/:id', 'layouts'],
  ['DELETE', '/layouts/:id', 'layouts'],
  ['GET', '/grip-sheets/:customerId', 'counter'],
  ['POST', '/grip-sheets', 'layouts'],
  ['GET', '/stock', 'counter'],
  ['POST', '/stock/import', 'stock'],
  ['PUT', '/stock/:id', 'stock'],
  ['DELETE', '/stock/:id', 'stock'],
  ['GET', '/reaction-map/:customerId', 'counter'],
  ['GET', '/events', 'counter'],
  ['GET', '/events/:id', 'counter'],
  ['GET', '/events/:id/entrants', 'counter'],
  ['GET', '/events/:id/balls', 'counter'],
  ['POST', '/events', 'records'],
  ['PUT', '/events/:id', 'records'],
  ['GET', '/events/:id/dependents', 'counter'],
  ['DELETE', '/events/:id', 'records'],
  ['GET', '/diagnoses', 'counter'],
  ['GET', '/diagnoses/:id', 'counter'],
  ['POST', '/diagnoses', 'trials'],
  ['PUT', '/diagnoses/:id', 'trials'],
  ['DELETE', '/diagnoses/:id', 'trials'],
  ['GET', '/calibrations', 'counter'],
  ['GET', '/calibrations/:id', 'counter'],
  ['POST', '/calibrations', 'trials'],
  ['POST', '/calibrations/:id/take', 'trials'],
  ['POST', '/calibrations/:id/undo', 'trials'],
  ['GET', '/trials', 'counter'],
  ['GET', '/trials/:id', 'counter'],
  ['GET', '/trials/spread/:customerId', 'counter'],
  ['POST', '/trials', 'trials'],
  ['PUT', '/trials/:id', 'trials'],
  ['GET', '/trials/:id/dependents', 'counter'],
  ['DELETE', '/trials/:id', 'trials'],
  ['POST', '/trials/:id/shots', 'trials'],
  ['PUT', '/trials/:id/shots/:shotId', 'trials'],
  ['DELETE', '/trials/:id/shots/:shotId', 'trials'],
  ['POST', '/trials/:id/arms/:arm/surface', 'trials'],
  ['PUT', '/trials/:id/foretold', 'trials'],
  ['POST', '/trials/:id/reveal', 'trials'],
  ['POST', '/trials/:id/verdicts', 'trials'],
  ['PUT', '/trials/:id/shots/:shotId/set-aside', 'trials'],
  ['GET', '/coverage', 'counter'],
  ['GET', '/coverage/:id', 'counter'],
  ['GET', '/coverage/:id/plans', 'counter'],
  ['GET', '/bench/jobs', 'counter'],
  ['GET', '/bench/jobs/:id', 'counter'],
  ['GET', '/bench/strip', 'counter'],
  ['GET', '/bench/workers', 'counter'],
  ['POST', '/bench/jobs', 'promises'],
  ['PUT', '/bench/jobs/:id', 'promises'],
  ['POST', '/bench/jobs/:id/alarm-seen', 'counter'],
  ['POST', '/bench/doubts', 'promises'],
  ['POST', '/bench/jobs/:id/trial', 'bench'],
  ['POST', '/bench/jobs/:id/start', 'bench'],
  ['POST', '/bench/jobs/:id/pause', 'bench'],
  ['POST', '/bench/jobs/:id/resume', 'bench'],
  ['POST', '/bench/jobs/:id/water', 'bench'],
  ['POST', '/bench/jobs/:id/back', 'bench'],
  // A promise is taken back by who may give one; a job that runs is stopped by a technician, see the route.
  ['POST', '/bench/jobs/:id/cancel', 'promises'],
  ['POST', '/bench/jobs/:id/steps/:position/done', 'bench'],
  ['POST', '/bench/jobs/:id/steps/:position/progress', 'bench'],
  ['POST', '/bench/jobs/:id/steps/:position/skip', 'bench'],
  ['GET', '/surface/:id', 'counter'],
  ['GET', '/surface/:id/advice', 'counter'],
  ['PUT', '/surface/rules/:rule', 'shop'],
  ['GET', '/pads', 'counter'],
  ['POST', '/pads', 'surfaces'],
  ['PUT', '/pads/:id', 'surfaces'],
  ['POST', '/pads/:id/open-spare', 'surfaces'],
  ['DELETE', '/pads/:id', 'surfaces'],
  ['GET', '/recipes', 'counter'],
  ['POST', '/recipes', 'surfaces'],
  ['PUT', '/recipes/:id', 'surfaces'],
  ['DELETE', '/recipes/:id', 'surfaces'],
  ['GET', '/upkeep', 'counter'],
  ['GET', '/upkeep/of/:id', 'counter'],
  // The shop's own school is the owner's; see the route.
  ['PUT', '/upkeep/policy', 'surfaces'],
  ['POST', '/upkeep/sessions', 'records'],
  ['POST', '/upkeep/nights', 'records'],
  ['POST', '/upkeep/nights/:id/withdraw', 'records'],
  ['GET', '/upkeep/outbox', 'counter'],
  ['POST', '/upkeep/outbox', 'records'],
  ['POST', '/upkeep/outbox/:id/withdraw', 'records'],
  ['GET', '/upkeep/links/:id', 'counter'],
  ['POST', '/upkeep/links/:id', 'records'],
  ['POST', '/upkeep/links/:id/revoke', 'records'],
  ['GET', '/devices', 'counter'],
  ['PUT', '/devices/:kind', 'devices'],
  ['PUT', '/devices/bath/settings', 'devices'],
  ['GET', '/devices/bath/stream', 'counter'],
  ['POST', '/devices/scanner/read', 'devices'],
  ['GET', '/devices/tracker/stream', 'counter'],
  ['POST', '/devices/tracker/throw', 'trials'],
  ['GET', '/search', 'counter'],
]

/** Least role of a rule. */
export const leastRole = (who: Role | Ability): Role => (who in abilities ? abilities[who as Ability] : (who as Role))

const rules = access.map(([method, path, who]) => ({
  method,
  pattern: new RegExp(`^${path.replace(/:[A-Za-z]+/g, '[^/]+')}/?$`),
  least: leastRole(who),
}))

/** Lets a request through when its member may what it asks. */
export const admit: RequestHandler = (request, _response, next) => {
  const { role } = signedIn(request)
  const method = request.method === 'HEAD' ? 'GET' : request.method
  const matching = rules.filter((rule) => rule.method === method && rule.pattern.test(request.path))
  if (matching.length === 0) throw notFound('address')
  // Of a general and a special rule the stricter one counts.
  if (matching.some((rule) => !mayAs(role, rule.least))) throw notAllowed(role)
  next()
}

export const notAllowed = (role: Role) =>
  new ProblemError(
    403,
    'not-allowed',
    role === 'counter' ? said('refused.needsTechnician') : said('refused.needsOwner'),
  )
