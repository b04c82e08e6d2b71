import { describe, expect, it } from 'vitest'
import { colourOf, colourText, typedColour } from './colourText'

describe('colours as text', () => {
  it.each(['#FFBF33', '#FFBF3380', '@accent #FFBF33', '@dark-honey lighter 12.5% alpha 50% #FFBF3380', '@größe darker 20% #101010'])(
    'reads %s as it writes it',
    (text) => expect(colourText(colourOf(text))).toBe(text),
  )

  it('takes numbers of a reading', () => expect(colourOf([1, 0, 0, 1])).toEqual({ hex: '#FF0000', lighter: 0, alpha: 100 }))

  it('completes a role that is typed alone', () => {
    expect(typedColour('@ink', '#123456')).toBe('@ink #123456')
    expect(typedColour('#abc', '#123456')).toBe('#abc')
  })
})
