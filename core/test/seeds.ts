/** Numbers in a row are no seeds for a linear generator: its first draws would go in step with them. */
export function mixed(number: number): number {
  let bits = Math.imul(number ^ 0x9e3779b9, 0x85ebca6b)
  bits = Math.imul(bits ^ (bits >>> 13), 0xc2b2ae35)
  return (bits ^ (bits >>> 16)) >>> 0
}
