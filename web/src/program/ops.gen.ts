// Printed from the core's table of operations by ./hang generate. Do not edit.

/** Codes of operations, in the order of the table. */
export const Code = { place: 0, mark: 1, clip: 2, group: 3, end: 4, fill: 5, stroke: 6, glyphs: 7, picture: 8, warp: 9 } as const

/** Codes of a group's steps. */
export const Step = { soften: 0, recolour: 1, cast: 2, inner: 3, luma: 4, streak: 5, trail: 6, map: 7, grain: 8, bend: 9, blocks: 10 } as const

/** Where the numbers of "place" lie, from the operation's own start. */
export const place = { matrix: 0, opacity: 6 } as const

/** Where the numbers of "mark" lie, from the operation's own start. */
export const mark = { box: 0, shown: 4 } as const

/** Where the numbers of "clip" lie, from the operation's own start. */
export const clip = { on: 0, more: 1 } as const

/** Where the numbers of "group" lie, from the operation's own start. */
export const group = { on: 0, bounds: 1, reach: 5, opacity: 9 } as const

/** Where the numbers of "fill" lie, from the operation's own start. */
export const fill = { colour: 0, axis: 4, local: 10, more: 16 } as const

/** Where the numbers of "stroke" lie, from the operation's own start. */
export const stroke = { colour: 0, axis: 4, local: 10, width: 16, miter: 17, dashPhase: 18, trim: 19, more: 21 } as const

/** Where the numbers of "glyphs" lie, from the operation's own start. */
export const glyphs = { colour: 0, axis: 4, local: 10, unit: 16, tracking: 17, leading: 18, more: 19 } as const

/** Where the numbers of "picture" lie, from the operation's own start. */
export const picture = { source: 0, target: 4 } as const

/** Where the numbers of "warp" lie, from the operation's own start. */
export const warp = { more: 0 } as const

/** Where the numbers of "soften" lie, from the operation's own start. */
export const soften = { on: 0, sigma: 1 } as const

/** Where the numbers of "recolour" lie, from the operation's own start. */
export const recolour = { on: 0, matrix: 1 } as const

/** Where the numbers of "cast" lie, from the operation's own start. */
export const cast = { on: 0, offset: 1, sigma: 3, colour: 5, only: 9, grow: 10 } as const

/** Where the numbers of "inner" lie, from the operation's own start. */
export const inner = { on: 0, offset: 1, sigma: 3, colour: 5 } as const

/** Where the numbers of "luma" lie, from the operation's own start. */
export const luma = { on: 0 } as const

/** Where the numbers of "streak" lie, from the operation's own start. */
export const streak = { on: 0, offset: 1 } as const

/** Where the numbers of "trail" lie, from the operation's own start. */
export const trail = { on: 0, offset: 1, colour: 3, only: 7 } as const

/** Where the numbers of "map" lie, from the operation's own start. */
export const map = { on: 0, count: 1, stops: 2 } as const

/** Where the numbers of "grain" lie, from the operation's own start. */
export const grain = { on: 0, amount: 1, size: 2, seed: 3, mono: 4 } as const

/** Where the numbers of "bend" lie, from the operation's own start. */
export const bend = { on: 0, at: 1, along: 3, length: 5, height: 6, phase: 7, fades: 8, round: 9 } as const

/** Where the numbers of "blocks" lie, from the operation's own start. */
export const blocks = { on: 0, size: 1, at: 3 } as const

export type OpName = keyof typeof Code

export type StepName = keyof typeof Step

/** Names of the words of each operation in their order, by code. */
export const wordNames: readonly (readonly string[])[] = [[], [], ['verbs', 'rule', 'inverse'], ['blend'], [], ['verbs', 'rule', 'paint', 'stops'], ['verbs', 'cap', 'join', 'paint', 'stops', 'dashes'], ['paint', 'stops'], [], ['columns', 'rows']]

/** Where the repeated numbers of each operation begin, from its own start, by code; -1 where there are none. */
export const repeats: readonly number[] = [-1, -1, 1, -1, -1, 16, 21, 19, -1, 0]

/** Levels that each operation opens, or closes (-1), by code. */
export const levels: readonly number[] = [1, 0, 0, 1, -1, 0, 0, 0, 0, 0]

/** 1 for each operation that paints, by code. */
export const paints: readonly number[] = [0, 0, 0, 0, 0, 1, 1, 1, 1, 1]

/** 1 for each operation that only tells where something is, by code. */
export const marks: readonly number[] = [0, 1, 0, 0, 0, 0, 0, 0, 0, 0]

/** 1 for each operation whose level is one picture, by code. */
export const mixes: readonly number[] = [0, 0, 0, 1, 0, 0, 0, 0, 0, 0]

/** 1 for each operation that covers the inside of a shape, by code. */
export const fills: readonly number[] = [0, 0, 0, 0, 0, 1, 0, 0, 0, 0]

/** 1 for each step that is plain arithmetic on each pixel, by code. */
export const byPixel: readonly number[] = [0, 0, 0, 0, 0, 0, 0, 0, 1, 1, 1]
