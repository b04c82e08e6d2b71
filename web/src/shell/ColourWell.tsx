import { ColorPicker, Flex, HStack, parseColor, Portal, type Color, type ColorPickerRootProps } from '@chakra-ui/react'
import { useState, type ReactNode } from 'react'

type Format = NonNullable<ColorPickerRootProps['format']>

interface Props {
  label: string
  /** #RRGGBB, or #RRGGBBAA where it lets something through. */
  hex: string
  alpha?: boolean
  /** Every colour that is tried. */
  onPreview?: (hex: string) => void
  /** The one that is kept. */
  onChange: (hex: string) => void
  /** What else there is to choose from, above the field; it is given what closes the picker. */
  children?: (close: () => void) => ReactNode
}

/** A colour, and behind it the field, sliders and numbers to choose another, or to pick one from the screen. */
export function ColourWell({ label, hex, alpha = false, onPreview, onChange, children }: Props) {
  const [open, setOpen] = useState(false)
  /** While it is being chosen the picker keeps its own: a grey has no hue, and would lose it on the way through the document. */
  const [chosen, setChosen] = useState<Color | null>(null)
  const [format, setFormat] = useState<Format>('rgba')
  return (
    <ColorPicker.Root
      size="xs"
      lazyMount
      unmountOnExit
      open={open}
      value={chosen ?? parseColor(hex)}
      format={format}
      onFormatChange={(e) => setFormat(e.format)}
      onOpenChange={(e) => {
        setOpen(e.open)
        setChosen(e.open ? parseColor(hex) : null)
      }}
      onValueChange={(e) => {
        setChosen(e.value)
        onPreview?.(textOf(e.value))
      }}
      onValueChangeEnd={(e) => {
        if (textOf(e.value) !== hex.toUpperCase()) onChange(textOf(e.value))
      }}
    >
      <ColorPicker.Control>
        <ColorPicker.Trigger aria-label={label} h="24px" minW="34px" w="34px" borderColor="line" />
      </ColorPicker.Control>
      <Portal>
        <ColorPicker.Positioner>
          <ColorPicker.Content bg="panel" borderColor="line" aria-label={label}>
            {children?.(() => {
              setOpen(false)
              setChosen(null)
            })}
            <ColorPicker.Area />
            <HStack>
              <ColorPicker.EyeDropper size="xs" variant="outline" title="Pick a colour from the screen" />
              <Flex direction="column" gap="6px" flex="1">
                <ColorPicker.ChannelSlider channel="hue" />
                {alpha && <ColorPicker.ChannelSlider channel="alpha" />}
              </Flex>
            </HStack>
            <ColorPicker.FormatSelect />
            <Channels format="rgba" parts={['red', 'green', 'blue']} alpha={alpha} />
            <Channels format="hsla" parts={['hue', 'saturation', 'lightness']} alpha={alpha} />
            <Channels format="hsba" parts={['hue', 'saturation', 'brightness']} alpha={alpha} />
          </ColorPicker.Content>
        </ColorPicker.Positioner>
      </Portal>
    </ColorPicker.Root>
  )
}

type Channel = Parameters<typeof ColorPicker.ChannelInput>[0]['channel']

function Channels({ format, parts, alpha }: { format: Format; parts: Channel[]; alpha: boolean }) {
  return (
    <ColorPicker.View format={format}>
      <HStack gap="4px">
        {[...parts, ...(alpha ? (['alpha'] as const) : [])].map((channel) => (
          <ColorPicker.ChannelInput key={channel} channel={channel} aria-label={channel} px="4px" textAlign="center" />
        ))}
      </HStack>
    </ColorPicker.View>
  )
}

/** As documents write it. */
function textOf(colour: Color): string {
  const hex = colour.toString('hexa').toUpperCase()
  return hex.endsWith('FF') ? hex.slice(0, 7) : hex
}
