import { Box, Flex } from '@chakra-ui/react'
import { ArrowLeftRight, Trash2 } from 'lucide-react'
import { useRef, useState, type ReactNode } from 'react'
import type { PlainValue } from '../live/document'
import { Tool } from '../shell/controls'
import { usePointerDrag } from '../shell/usePointerDrag'
import { ColourEditor } from './ColourEditor'
import { colourOf, colourText } from '../values/colourText'
import type { EditorProps } from './editorProps'
import { barOf, colourAt, gradientOf, isGradient, type Gradient, type GradientKind } from '../values/gradients'
import { NumberField } from '../shell/NumberField'
import { t } from '../words/words'

const kinds: { kind: GradientKind | 'colour'; name: string; picture: string }[] = [
  { kind: 'colour', name: t('One colour'), picture: 'currentColor' },
  { kind: 'linear', name: t('Runs along a line'), picture: 'linear-gradient(to right, currentColor, transparent)' },
  { kind: 'radial', name: t('Runs outwards'), picture: 'radial-gradient(circle, currentColor, transparent 75%)' },
  { kind: 'sweep', name: t('Goes round'), picture: 'conic-gradient(currentColor, transparent)' },
]

/** What an area is filled with: one colour, or colours that run into each other. */
export function PaintEditor({ name, info, layerId, value, onPreview, onChange }: EditorProps) {
  const gradient = isGradient(value) ? (value as Gradient) : null
  const shown = gradient?.gradient ?? 'colour'
  const choose = (kind: GradientKind | 'colour') => {
    if (kind === shown) return
    onChange(kind === 'colour' ? gradient!.stops[0]!.colour : plain(gradientOf(value, kind)))
  }
  return (
    <Box>
      <Flex gap="4px" mb="4px" role="group" aria-label={t('{name}: kind', { name })}>
        {kinds.map(({ kind, name: title, picture }) => (
          <Tool key={kind} label={title} on={kind === shown} minW="26px" h="24px" onClick={() => choose(kind)}>
            <Box w="14px" h="14px" borderRadius="3px" border="1px solid currentColor" style={{ background: picture }} />
          </Tool>
        ))}
      </Flex>
      {gradient ? (
        <GradientEditor name={name} gradient={gradient} onPreview={(g) => onPreview(g && plain(g))} onChange={(g) => onChange(plain(g))} />
      ) : (
        <ColourEditor
          label={t('Colour')}
          layerId={info.name === 'fill' ? layerId : undefined}
          text={colourText(colourOf(value))}
          onPreview={onPreview}
          onChange={onChange}
        />
      )}
    </Box>
  )
}

const plain = (gradient: Gradient): PlainValue => gradient as unknown as Record<string, unknown>

interface GradientProps {
  name: string
  gradient: Gradient
  /** Null ends it. */
  onPreview: (gradient: Gradient | null) => void
  onChange: (gradient: Gradient) => void
}

/** The stops on a bar: pressed between two they get another, dragged they move. Below, the one that is chosen. */
function GradientEditor({ name, gradient, onPreview, onChange }: GradientProps) {
  const bar = useRef<HTMLDivElement>(null)
  const [picked, setPicked] = useState(0)
  const chosen = Math.min(picked, gradient.stops.length - 1)
  const stop = gradient.stops[chosen]!
  const placeOf = (x: number) => {
    const box = bar.current!.getBoundingClientRect()
    return Math.round(Math.max(0, Math.min(1, (x - box.left) / box.width)) * 1000) / 1000
  }
  const withStop = (i: number, part: Partial<typeof stop>): Gradient => ({
    ...gradient,
    stops: gradient.stops.map((s, j) => (j === i ? { ...s, ...part } : s)),
  })
  /** Stops keep the order of their places, which is that of the document. */
  const moved = (i: number, at: number): Gradient => {
    const [least, most] = [gradient.stops[i - 1]?.at ?? 0, gradient.stops[i + 1]?.at ?? 1]
    return withStop(i, { at: Math.max(least, Math.min(most, at)) })
  }
  const bind = usePointerDrag<{ index: number; made: Gradient | null }, [index: number]>({
    press: (e, [index]) => {
      e.stopPropagation()
      setPicked(index)
      return { index, made: null }
    },
    move: (d, e) => {
      d.made = moved(d.index, placeOf(e.clientX))
      onPreview(d.made)
    },
    release: (d) => d.made && onChange(d.made),
    cancel: () => onPreview(null),
  })
  const add = (at: number) => {
    const index = gradient.stops.filter((s) => s.at <= at).length
    setPicked(index)
    onChange({ ...gradient, stops: gradient.stops.toSpliced(index, 0, { at, colour: colourAt(gradient.stops, at) }) })
  }
  return (
    <Box>
      <Box
        ref={bar}
        position="relative"
        h="34px"
        mb="2px"
        mx="6px"
        cursor="copy"
        role="group"
        aria-label={t('{name}: stops', { name })}
        title={t('Press to add a stop')}
        onClick={(e) => {
          if (e.target === e.currentTarget || (e.target as HTMLElement).dataset.bar) add(placeOf(e.clientX))
        }}
      >
        <Box className="checker" position="absolute" inset="0 0 12px 0" borderRadius="3px" pointerEvents="none" />
        <Box
          data-bar
          position="absolute"
          inset="0 0 12px 0"
          borderRadius="3px"
          border="1px solid"
          borderColor="line"
          style={{ background: barOf(gradient.stops) }}
        />
        {gradient.stops.map((s, i) => (
          <Handle key={i} at={s.at} chosen={i === chosen} bind={bind([i])}>
            <button
              aria-label={t('Stop at {round} %', { round: Math.round(s.at * 100) })}
              aria-pressed={i === chosen}
              style={{ background: colourOf(s.colour).hex }}
              onKeyDown={(e) => {
                const by = e.key === 'ArrowLeft' ? -0.01 : e.key === 'ArrowRight' ? 0.01 : 0
                if (by === 0) return
                e.preventDefault()
                e.stopPropagation()
                onChange(moved(i, Math.round((s.at + by) * 1000) / 1000))
              }}
              onFocus={() => setPicked(i)}
            />
          </Handle>
        ))}
      </Box>
      <ColourEditor
        label={t('Colour of stop {chosen}', { chosen: chosen + 1 })}
        text={stop.colour}
        onPreview={(colour) => onPreview(withStop(chosen, { colour }))}
        onChange={(colour) => onChange(withStop(chosen, { colour }))}
      />
      <Flex gap="4px" mt="4px" align="center">
        <NumberField
          label={t('Place of stop {chosen}, %', { chosen: chosen + 1 })}
          prefix="↔"
          value={stop.at * 100}
          min={0}
          max={100}
          onPreview={(at) => onPreview(moved(chosen, at / 100))}
          onChange={(at) => onChange(moved(chosen, at / 100))}
        />
        {gradient.gradient === 'radial' && (
          <NumberField
            label={t('{name}: height for its length, %', { name })}
            prefix="◯"
            value={(gradient.squeeze ?? 1) * 100}
            min={1}
            max={10_000}
            onPreview={(squeeze) => onPreview({ ...gradient, squeeze: squeeze / 100 })}
            onChange={(squeeze) => onChange({ ...gradient, squeeze: squeeze / 100 })}
          />
        )}
        <Tool
          label={t('Turn the stops round')}
          minW="24px"
          h="24px"
          onClick={() =>
            onChange({ ...gradient, stops: gradient.stops.map((s) => ({ ...s, at: Math.round((1 - s.at) * 1e6) / 1e6 })).reverse() })
          }
        >
          <ArrowLeftRight size={13} />
        </Tool>
        <Tool
          label={t('Take this stop away')}
          minW="24px"
          h="24px"
          disabled={gradient.stops.length < 2}
          onClick={() => onChange({ ...gradient, stops: gradient.stops.toSpliced(chosen, 1) })}
        >
          <Trash2 size={13} />
        </Tool>
      </Flex>
    </Box>
  )
}

function Handle({ at, chosen, bind, children }: { at: number; chosen: boolean; bind: object; children: ReactNode }) {
  return (
    <Box
      asChild
      position="absolute"
      top="16px"
      w="12px"
      h="24px"
      ml="-6px"
      borderRadius="3px"
      border="2px solid"
      borderColor={chosen ? 'accent' : 'panel'}
      outline="1px solid"
      outlineColor={chosen ? 'accent' : 'soft'}
      cursor="ew-resize"
      touchAction="none"
      left={`${at * 100}%`}
      {...bind}
    >
      {children}
    </Box>
  )
}
