import {
  ballSchema,
  customerSchema,
  diagnosisSchema,
  eventSchema,
  namedLayoutSchema,
  padSchema,
  patternSchema,
  ruleSetSchema,
  shopRecipeSchema,
  shopSchema,
  staffSchema,
} from '@sleetfall/contract'
import { type JsonSchema, answeredSchemaOf } from './schemas.ts'

const time = { type: 'string', format: 'date-time' }
const version = { type: 'integer', minimum: 1 }
const stored = { createdAt: time, updatedAt: time, version }
const list = (items: JsonSchema): JsonSchema => ({ type: 'array', items })
const page = (items: JsonSchema): JsonSchema => ({
  type: 'object',
  required: ['items', 'total'],
  properties: { items: list(items), total: { type: 'integer', minimum: 0 } },
})
const anything = { type: 'object' }

const customer = answeredSchemaOf(customerSchema, stored)
const ball = answeredSchemaOf(ballSchema, { ...stored, customerName: { type: 'string' }, surface: anything })
const pattern = answeredSchemaOf(patternSchema, stored)
const event = answeredSchemaOf(eventSchema, stored)
const ruleSet = answeredSchemaOf(ruleSetSchema, stored)
const layout = answeredSchemaOf(namedLayoutSchema, stored)
const pad = answeredSchemaOf(padSchema, stored)
const recipe = answeredSchemaOf(shopRecipeSchema, stored)
const member = answeredSchemaOf(staffSchema, { version })
const diagnosis = answeredSchemaOf(diagnosisSchema, stored)
const shop = answeredSchemaOf(shopSchema, { version })

/** Answers that are records of the contract, or lists of them, by method and path; what others hold is not described. */
export const answeredWith: Readonly<Record<string, JsonSchema>> = {
  'GET /customers': page(customer),
  'GET /customers/:id': customer,
  'POST /customers': customer,
  'PUT /customers/:id': customer,
  'GET /customers/:id/rack': list(ball),
  'GET /balls': page(ball),
  'GET /balls/:id': ball,
  'POST /balls': ball,
  'PUT /balls/:id': ball,
  'GET /patterns': list(pattern),
  'POST /patterns': pattern,
  'PUT /patterns/:id': pattern,
  'GET /events': page(event),
  'GET /events/:id': event,
  'POST /events': event,
  'PUT /events/:id': event,
  'GET /rule-sets': list(ruleSet),
  'POST /rule-sets': ruleSet,
  'PUT /rule-sets/:id': ruleSet,
  'GET /layouts': list(layout),
  'POST /layouts': layout,
  'PUT /layouts/:id': layout,
  'GET /pads': list(pad),
  'POST /pads': pad,
  'PUT /pads/:id': pad,
  'GET /recipes': list(recipe),
  'POST /recipes': recipe,
  'PUT /recipes/:id': recipe,
  'GET /staff': list(member),
  'POST /staff': member,
  'PUT /staff/:id': member,
  'GET /shop': shop,
  'PUT /shop': shop,
  'GET /diagnoses/:id': diagnosis,
  'POST /diagnoses': diagnosis,
}
