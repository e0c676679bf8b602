const globals = new URL('./globals.mjs', import.meta.url).href

/**
 * Jest's package of its globals refuses to load outside of its own contexts; here they come from ours. What is asked for with `?alone`, and all that it loads, is
 * loaded anew, for a test of what looks at the page only when it is loaded.
 */
export async function resolve(specifier, context, next) {
  if (specifier === '@jest/globals') return { url: globals, shortCircuit: true }
  const found = await next(specifier, context)
  const alone = context.parentURL?.endsWith('?alone') && found.url.startsWith('file:') && !found.url.includes('?')
  return alone ? { ...found, url: `${found.url}?alone` } : found
}
