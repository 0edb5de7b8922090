/** Where each worker's own demo is served. */
export const DEMOS = [8391, 8393, 8394]
/** Where a nursery is that has nothing in it yet; only first-start.spec.ts goes there. */
export const EMPTY = 8392
