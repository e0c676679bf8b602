import { said } from '@sleetfall/contract'
import { english } from '@sleetfall/contract/english'
import type { RequestHandler, Router } from 'express'
import { access, leastRole } from '../http/access.ts'
import type { Area } from '../http/area.ts'
import type { Context } from '../http/context.ts'
import { askedWith } from '../http/write.ts'
import { answeredWith } from './answers.ts'
import { type JsonSchema, jsonSchemaOf } from './schemas.ts'

/** One route as the application has it. */
export interface Route {
  readonly area: string
  readonly method: 'GET' | 'POST' | 'PUT' | 'DELETE'
  /** Below `/api`, with Express' names of parameters. */
  readonly path: string
  /** What it is told; null when it is told nothing. */
  readonly takes: JsonSchema | null
  /** Whether it takes effect once for each `X-Write-Id`. */
  readonly once: boolean
  /** Whether what it is told stands in its query. */
  readonly inQuery: boolean
  /** Whether it stands before the session is asked for. */
  readonly open: boolean
}

interface Layer {
  readonly route?: {
    readonly path: string
    readonly methods: Readonly<Record<string, boolean>>
    readonly stack: readonly { readonly handle: RequestHandler }[]
  }
}

function routesIn(area: string, mount: string, router: Router, open: boolean): Route[] {
  return (router.stack as unknown as readonly Layer[]).flatMap(({ route }) => {
    if (!route) return []
    const asked = route.stack.map(({ handle }) => askedWith(handle)).find((one) => one !== undefined)
    return Object.keys(route.methods).map((method) => ({
      area,
      method: method.toUpperCase() as Route['method'],
      path: `${mount}${route.path}`.replace(/\/$/, ''),
      takes: asked ? jsonSchemaOf(asked.schema) : null,
      once: asked?.once ?? false,
      inQuery: method === 'get' || (asked?.inQuery ?? false),
      open,
    }))
  })
}

/** Every route of some areas below `/api`, found in their routers. */
export const routesOf = (areas: readonly Area[], context: Context): Route[] =>
  areas.flatMap(({ name, routes = [], doors = [] }) => [
    ...doors.flatMap(([mount, make]) => routesIn(name, mount, make(context), true)),
    ...routes.flatMap(([mount, make]) => routesIn(name, mount, make(context), false)),
  ])

/** What an answer is when it is no JSON. */
const media: Readonly<Record<string, string>> = {
  'GET /journal/file': 'text/csv',
  'GET /transfer/shop': 'application/zip',
  'GET /reaction-map/:customerId': 'application/x-ndjson',
  'GET /transfer/lists/:name': 'text/csv',
  'GET /backups/:name/:part': 'application/octet-stream',
  'GET /balls/:id/photos/:photoId': 'image/*',
  'GET /calendar/events/:id': 'text/calendar',
  'GET /calendar/customers/:id': 'text/calendar',
  'GET /plan/calendar': 'text/calendar',
  'GET /open/calendar/:secret': 'text/calendar',
  'GET /open/bench/:secret': 'text/calendar',
}
/** What is sent when it is no JSON. */
const sent: Readonly<Record<string, string>> = {
  'PUT /transfer/shop': 'application/octet-stream',
  'PUT /balls/:id/photos/:photoId': 'image/*',
}
const problem = { $ref: '#/components/schemas/Problem' }
const text = (key: 'answer' | 'nothing' | 'problem' | 'writeId' | 'stream' | 'about' | 'title') =>
  english(said(`openapi.${key}`))

function parametersOf({ path, takes, once, inQuery: asked }: Route) {
  const { required = [], properties = {} } = (takes ?? {}) as {
    readonly required?: readonly string[]
    readonly properties?: JsonSchema
  }
  const inPath = [...path.matchAll(/:(\w+)/g)].map((match) => ({
    name: match[1]!,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }))
  const inQuery = asked
    ? Object.entries(properties).map(([name, schema]) => ({
        ...{ name, in: 'query', required: required.includes(name), schema },
      }))
    : []
  const writes = once
    ? [
        {
          ...{ name: 'X-Write-Id', in: 'header', required: true, description: text('writeId') },
          schema: { type: 'string', format: 'uuid' },
        },
      ]
    : []
  return [...inPath, ...inQuery, ...writes]
}

function bodyOf({ method, path, takes }: Route) {
  if (method === 'GET') return {}
  const raw = sent[`${method} ${path}`]
  if (raw) return { requestBody: { required: true, content: { [raw]: {} } } }
  return takes ? { requestBody: { required: true, content: { 'application/json': { schema: takes } } } } : {}
}

function answerOf({ method, path }: Route) {
  const key = `${method} ${path}`
  const streams = path.endsWith('/stream')
  const type = streams ? 'text/event-stream' : (media[key] ?? 'application/json')
  const schema = answeredWith[key]
  return {
    200: { description: text(streams ? 'stream' : 'answer'), content: { [type]: schema ? { schema } : {} } },
    ...(method === 'GET' ? {} : { 204: { description: text('nothing') } }),
    default: { description: text('problem'), content: { 'application/problem+json': { schema: problem } } },
  }
}

const roleOf = ({ method, path }: Route) => {
  const rule = access.find((one) => one[0] === method && one[1] === path)
  return rule ? { 'x-least-role': leastRole(rule[2]) } : {}
}
const nameOf = ({ method, path }: Route) =>
  `${method.toLowerCase()}${path.replace(/[/:-]+(\w)/g, (_, letter: string) => letter.toUpperCase())}`

const problemSchema = {
  type: 'object',
  required: ['type', 'title', 'status', 'code', 'detail', 'requestId'],
  properties: {
    type: { type: 'string' },
    title: { type: 'string' },
    status: { type: 'integer', minimum: 400, maximum: 599 },
    code: { type: 'string' },
    said: { type: 'object', required: ['key'], properties: { key: { type: 'string' } } },
    detail: { type: 'string', minLength: 1 },
    requestId: { type: 'string' },
    fields: {
      type: 'array',
      items: {
        type: 'object',
        required: ['path', 'message'],
        properties: { path: { type: 'string' }, message: { type: 'string', minLength: 1 } },
      },
    },
    current: {},
  },
}

/** OpenAPI 3.1 of the routes, made of the schemas that check what they are told. */
export function describe(routes: readonly Route[]) {
  const paths: Record<string, Record<string, unknown>> = {}
  for (const route of routes) {
    const path = `/api${route.path.replace(/:(\w+)/g, '{$1}')}`
    paths[path] = {
      ...paths[path],
      [route.method.toLowerCase()]: {
        operationId: nameOf(route),
        tags: [route.area],
        ...(route.open ? { security: [] } : {}),
        ...roleOf(route),
        parameters: parametersOf(route),
        ...bodyOf(route),
        responses: answerOf(route),
      },
    }
  }
  return {
    openapi: '3.1.0',
    info: { title: text('title'), version: '2', description: text('about') },
    security: [{ session: [] }],
    paths: Object.fromEntries(Object.entries(paths).sort(([a], [b]) => (a < b ? -1 : 1))),
    components: {
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'sleetfall' } },
      schemas: { Problem: problemSchema },
    },
  }
}
