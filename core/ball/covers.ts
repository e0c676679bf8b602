/** Coverstock families in the order of their usual strength in oil. */
export const coverFamilies = ['solid', 'hybrid', 'pearl', 'urethane', 'polyester'] as const
export type CoverFamily = (typeof coverFamilies)[number]

export const isReactive = (cover: CoverFamily) => cover === 'solid' || cover === 'hybrid' || cover === 'pearl'

/** An intermediate differential of 0.008 in or more is usually sold as asymmetric. */
export const asymmetricFromIn = 0.008
