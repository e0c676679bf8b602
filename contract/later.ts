/**
 * A schema that is made when something of it is first asked for, and once. A page that opens, a command that runs, makes those that it uses and no
 * other; making all of them took longer than everything else that a page does before it shows anything.
 *
 * @param make makes it; what it returns is what everybody gets to see
 */
export function later<S extends object>(make: () => S): S {
  let made: S | undefined
  const real = () => (made ??= make())
  return new Proxy<S>({} as S, {
    get: (_, key) => Reflect.get(real(), key) as unknown,
    set: (_, key, value) => Reflect.set(real(), key, value),
    has: (_, key) => Reflect.has(real(), key),
    getPrototypeOf: () => Reflect.getPrototypeOf(real()),
  })
}
