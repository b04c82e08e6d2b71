import { ColorPicker, Flex, HStack, parseColor, Portal, type Color, type ColorPickerRootProps } from '@chakra-ui/react'
import { useState, type ReactNode } from 'react'
import { NumberField } from './NumberField'
import { t } from '../words/words'

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
  const tried = (colour: Color) => {
    setChosen(colour)
    onPreview?.(textOf(colour))
  }
  const kept = (colour: Color) => {
    setChosen(colour)
    if (textOf(colour) !== hex.toUpperCase()) onChange(textOf(colour))
  }
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
      onValueChange={(e) => tried(e.value)}
      onValueChangeEnd={(e) => kept(e.value)}
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
              <ColorPicker.EyeDropper size="xs" variant="outline" title={t('Pick a colour from the screen')} />
              <Flex direction="column" gap="6px" flex="1">
                <ColorPicker.ChannelSlider channel="hue" />
                {alpha && <ColorPicker.ChannelSlider channel="alpha" />}
              </Flex>
            </HStack>
            <ColorPicker.FormatSelect />
            <Channels format={format} colour={chosen ?? parseColor(hex)} alpha={alpha} onPreview={tried} onChange={kept} />
          </ColorPicker.Content>
        </ColorPicker.Positioner>
      </Portal>
    </ColorPicker.Root>
  )
}

type Channel = Parameters<Color['getChannelValue']>[0]

const CHANNELS: Record<string, Channel[]> = {
  rgba: ['red', 'green', 'blue'],
  hsla: ['hue', 'saturation', 'lightness'],
  hsba: ['hue', 'saturation', 'brightness'],
}

interface ChannelsProps {
  format: Format
  colour: Color
  alpha: boolean
  onPreview: (colour: Color) => void
  onChange: (colour: Color) => void
}

/**
 * The numbers of the colour. They are our own fields, since the library's write the colour into every one of them a frame after
 * one is left: what has been typed into the next by then would be gone.
 */
function Channels({ format, colour, alpha, onPreview, onChange }: ChannelsProps) {
  const inFormat = colour.toFormat(format)
  return (
    <HStack gap="4px">
      {[...CHANNELS[format]!, ...(alpha ? (['alpha'] as const) : [])].map((channel) => {
        const { minValue, maxValue, step } = inFormat.getChannelRange(channel)
        const set = (value: number) => inFormat.withChannelValue(channel, value)
        return (
          <NumberField
            key={channel}
            label={channel}
            value={inFormat.getChannelValue(channel)}
            min={minValue}
            max={maxValue}
            step={step}
            onPreview={(value) => onPreview(set(value))}
            onChange={(value) => onChange(set(value))}
          />
        )
      })}
    </HStack>
  )
}

/** As documents write it. */
function textOf(colour: Color): string {
  const hex = colour.toString('hexa').toUpperCase()
  return hex.endsWith('FF') ? hex.slice(0, 7) : hex
}
