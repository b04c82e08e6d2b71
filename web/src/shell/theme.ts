import { createSystem, defaultConfig, defineConfig } from '@chakra-ui/react'

// A calm, neutral room: greys without a tint, one verdigris accent, and the three phases as soft tints.
const both = (light: string, dark: string) => ({ value: { base: light, _dark: dark } })

export const system = createSystem(
  defaultConfig,
  defineConfig({
    globalCss: {
      'html, body, #root': { height: '100%', margin: 0, bg: 'room', color: 'ink', fontSize: '13px', overflow: 'hidden' },
      // Small windows and large zoom: what needs its height scrolls as a whole.
      '#root': { overflow: 'auto', userSelect: 'none' },
      // A drag on the stage or the timeline must not turn into selecting the page's words.
      'input, textarea, [role=alert], [data-testid=verdict]': { userSelect: 'text' },
      '*': { fontVariantNumeric: 'tabular-nums' },
      '.checker': { background: 'repeating-conic-gradient(#9C9C9C 0 25%, #B8B8B8 0 50%) 0 0 / 20px 20px' },
      // A menu that fades away must not take the press that was meant for what is behind it.
      '[data-part=positioner]:has(> [data-part=content][data-state=closed]), [data-part=content][data-state=closed]': {
        pointerEvents: 'none',
      },
      '[role=menuitem]': { minHeight: '24px' },
      ':focus-visible': { outline: '2px solid', outlineColor: 'accent', outlineOffset: '1px' },
    },
    theme: {
      tokens: {
        fonts: { body: { value: "'Inter Variable', sans-serif" }, heading: { value: "'Inter Variable', sans-serif" } },
        // Lengths follow the page's 13 px, but nothing that is read is smaller than 12 px.
        fontSizes: { '2xs': { value: '12px' }, xs: { value: '12px' }, sm: { value: '13px' }, md: { value: '13px' } },
      },
      semanticTokens: {
        colors: {
          room: both('#E9E9E9', '#1E1E1E'),
          panel: both('#F7F7F7', '#2A2A2A'),
          sunk: both('#DEDEDE', '#181818'),
          line: both('#CFCFCF', '#3D3D3D'),
          ink: both('#202020', '#ECECEC'),
          soft: both('#595959', '#ABABAB'),
          accent: both('#17695E', '#5CC0B1'),
          wave: both('#8FB3AC', '#3E6B64'),
          accentInk: both('#FFFFFF', '#10201D'),
          chosen: both('#CFE5E1', '#23423D'),
          arrive: both('#CBE3DE', '#24453F'),
          hold: both('#EFE3C4', '#4A4128'),
          leave: both('#E5D2E2', '#46324A'),
          bad: both('#9E2A1F', '#F08C80'),
          badRoom: both('#F6DEDA', '#47211D'),
          good: both('#17695E', '#5CC0B1'),
        },
      },
    },
  }),
)
