/** What an organiser's list says of what cleans a ball. */
export interface ProductRules {
  readonly allowedProducts: readonly string[]
  readonly refusedProducts: readonly string[]
}

/** `not-said`: the list names others and not this one. */
export type ProductStanding = 'allowed' | 'refused' | 'not-said'

const same = (a: string) => (b: string) => a.trim().toLowerCase() === b.trim().toLowerCase()

/** What a list says of a product, by its name; null where it names none that may be used, nor this one as refused. */
export function standingOf(rules: ProductRules, product: string): ProductStanding | null {
  if (rules.refusedProducts.some(same(product))) return 'refused'
  if (rules.allowedProducts.some(same(product))) return 'allowed'
  return rules.allowedProducts.length > 0 ? 'not-said' : null
}

const order: readonly (ProductStanding | null)[] = ['allowed', null, 'not-said', 'refused']

/** Of what a shop has, the product to pack: one that is allowed before one that nobody spoke of, before one that may not be used. Null without any. */
export function productToPack(
  rules: ProductRules | null,
  products: readonly string[],
): { readonly product: string; readonly standing: ProductStanding | null } | null {
  const all = products.map((product) => ({ product, standing: rules && standingOf(rules, product) }))
  return all.toSorted((a, b) => order.indexOf(a.standing) - order.indexOf(b.standing))[0] ?? null
}
