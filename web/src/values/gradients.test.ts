import { describe, expect, it } from 'vitest'
import { colourAt, gradientOf, isGradient } from './gradients'

describe('gradients', () => {
  const stops = [
    { at: 0, colour: '#000000' },
    { at: 0.5, colour: '@accent #FF0000' },
    { at: 1, colour: '#FF000000' },
  ]

  it('finds the colour between two stops', () => {
    expect(colourAt(stops, 0.25)).toBe('#800000')
    expect(colourAt(stops, 0.75)).toBe('#FF000080')
    expect(colourAt(stops, 0)).toBe('#000000')
    expect(colourAt([{ at: 0.4, colour: '#123456' }], 0.9)).toBe('#123456')
  })

  it('makes a colour run out, and keeps the stops of another kind', () => {
    const linear = gradientOf('@accent #FF0000', 'linear')
    expect(linear.stops).toEqual([
      { at: 0, colour: '@accent #FF0000' },
      { at: 1, colour: '#FF000000' },
    ])
    expect(isGradient({ ...linear })).toBe(true)
    expect(gradientOf({ ...linear }, 'sweep')).toMatchObject({ gradient: 'sweep', from: [0.5, 0.5], stops: linear.stops })
  })
})
