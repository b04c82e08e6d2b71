import { Box, Flex, Textarea } from '@chakra-ui/react'
import { Link2, Link2Off } from 'lucide-react'
import { useRef, useState, type ComponentType } from 'react'
import type { PlainValue } from '../live/document'
import { Choice, Tool } from '../shell/controls'
import { ListSource } from '../shell/ListSource'
import { useDocument } from '../stores/documentStore'
import { pairOf, useView } from '../stores/viewStore'
import { ColourEditor } from './ColourEditor'
import { colourOf, colourText } from '../values/colourText'
import type { EditorProps } from './editorProps'
import { inWords } from '../values/inWords'
import { LayerEditor, LayersEditor } from './LayersEditor'
import { NumberField } from '../shell/NumberField'
import { PaintEditor } from './PaintEditor'
import { SourceField } from './SourceField'
import { sources } from '../live/sources.gen'
import { PointsEditor } from './PointsEditor'
import { Tick } from '../shell/Tick'
import { signOf } from '../values/valueInfo'
import { t } from '../words/words'

/** What edits a value, by its kind. */
export const editors: Record<string, ComponentType<EditorProps>> = {
  number: Numbers,
  point: Numbers,
  size: Numbers,
  box: Numbers,
  corners: Numbers,
  colour: Colour,
  paint: PaintEditor,
  choice: Options,
  flag: Flag,
  text: WordsOrList,
  ...Object.fromEntries(Object.keys(sources).map((kind) => [kind, SourceField])),
  layers: LayersEditor,
  edges: LayersEditor,
  edge: LayerEditor,
  layer: LayerEditor,
  points: PointsEditor,
}

/** Pairs of numbers that are the same thing across and down. */
const withRatio = ['size', 'scale']

/** "top left" as an address has it: topLeft. */
const partOf = (component: string) => component.replace(/ (\w)/g, (_, letter: string) => letter.toUpperCase())

function Numbers({ name, info, layerId, value, mixed, onPreview, onChange }: EditorProps) {
  const numbers = value as number[]
  const pair = pairOf(layerId, info.name)
  const together = info.kind === 'corners'
  const locked = useView((s) => s.locked.includes(pair))
  const withPart = (i: number, v: number): PlainValue => {
    const set = v / info.factor
    const by = locked && numbers[i] !== 0 ? set / numbers[i]! : 1
    const next = numbers.map((old, j) => (j === i || (locked && together) ? set : Math.round(old * by * 1e4) / 1e4))
    return next.length === 1 ? next[0]! : next
  }
  // Each part is written by itself: a second one that is typed before the first has come back must not bring its old one along.
  const give = (to: EditorProps['onChange'], i: number, v: number) =>
    locked || numbers.length === 1 ? to(withPart(i, v)) : to(v / info.factor, partOf(info.components[i]!))
  return (
    <Flex gap="2px" align="center">
      <Flex gap="4px" wrap="wrap" flex="1" minW="0">
        {numbers.map((v, i) => (
          <Box key={i} flex={numbers.length === 4 ? '1 0 45%' : '1'} minW="0">
            <NumberField
              label={numbers.length === 1 ? name : `${name} ${info.components[i]}`}
              prefix={signOf(info, i)}
              value={v * info.factor}
              step={info.step}
              min={info.least * info.factor}
              max={info.most * info.factor}
              always={mixed}
              onPreview={(n) => give(onPreview, i, n)}
              onChange={(n) => give(onChange, i, n)}
            />
          </Box>
        ))}
      </Flex>
      {(together || (withRatio.includes(info.name) && numbers.length === 2)) && (
        <Tool
          label={
            together
              ? locked
                ? t('All corners are set together')
                : t('Set all corners together')
              : locked
                ? t('Width and height keep their ratio')
                : t('Keep the ratio of width and height')
          }
          on={locked}
          minW="24px"
          h="24px"
          onClick={() => useView.getState().lock(pair)}
        >
          {locked ? <Link2 size={13} /> : <Link2Off size={13} />}
        </Tool>
      )}
    </Flex>
  )
}

function Colour({ value, onPreview, onChange }: EditorProps) {
  return <ColourEditor label={t('Colour')} text={colourText(colourOf(value))} onPreview={onPreview} onChange={onChange} />
}

function Options({ name, info, value, onChange }: EditorProps) {
  return (
    <Choice
      label={name}
      value={value as string}
      options={info.options.map((o) => ({ value: o, label: inWords(o) }))}
      onChange={(e) => onChange(e.target.value)}
    />
  )
}

function Flag({ name, value, onChange }: EditorProps) {
  return (
    <Flex h="24px" align="center">
      <Tick name={name} checked={value === true} onChange={onChange} />
    </Flex>
  )
}

/** Words, and where they are a list, where that can come from. */
function WordsOrList(props: EditorProps) {
  return (
    <>
      <Words {...props} />
      {props.info.isList && <ListSource name={props.name} onText={props.onChange} onRefused={useDocument.getState().refuse} />}
    </>
  )
}

/** Words: seen on the stage with every letter typed, kept when the field is left. */
function Words({ name, info, value, onPreview, onChange }: EditorProps) {
  const [text, setText] = useState<string | null>(null)
  const kept = useRef(value as string)
  return (
    <Textarea
      size="xs"
      rows={info.isList ? 6 : 2}
      bg="room"
      borderColor="line"
      aria-label={name}
      value={text ?? (value as string)}
      onFocus={() => {
        kept.current = value as string
        setText(value as string)
      }}
      onChange={(e) => {
        setText(e.target.value)
        onPreview(e.target.value)
      }}
      onBlur={() => {
        if (text !== null && text !== kept.current) onChange(text)
        else if (text !== null) onPreview(null)
        setText(null)
      }}
      onKeyDown={(e) => {
        if (e.key === 'Escape') e.currentTarget.blur()
      }}
    />
  )
}
