import { hostname } from 'node:os'
import { said } from '@sleetfall/contract'
import type { RequestHandler } from 'express'
import ipaddr from 'ipaddr.js'
import { ProblemError } from './errors.ts'

/** The host's name or address in a Host header, without its port. */
const nameIn = (header: string) =>
  header
    .replace(/:\d+$/, '')
    .replace(/^\[(.*)\]$/, '$1')
    .toLowerCase()

/**
 * Answers only under names of its own: a page elsewhere whose name was bent to this machine's address would else speak as a page of the shop.
 * An address is no name that could be bent. `further` are names that somebody gave the machine, such as a proxy's.
 */
export function knownHosts(further: readonly string[]): RequestHandler {
  const own = hostname().toLowerCase()
  const known = new Set(['localhost', own, `${own}.local`, ...further.map((name) => name.trim().toLowerCase())])
  return (request, _response, next) => {
    const name = nameIn(request.get('Host') ?? '')
    if (known.has(name) || ipaddr.isValid(name)) return next()
    throw new ProblemError(421, 'wrong-host', said('refused.wrongHost', { host: name.slice(0, 100) }))
  }
}
