import { Box, Flex } from '@chakra-ui/react'
import {
  AlignCenterHorizontal,
  AlignCenterVertical,
  AlignEndHorizontal,
  AlignEndVertical,
  AlignHorizontalSpaceBetween,
  AlignStartHorizontal,
  AlignStartVertical,
  AlignVerticalSpaceBetween,
  Baseline,
  CaseUpper,
  MoveHorizontal,
  MoveVertical,
} from 'lucide-react'
import { useState, type ReactNode } from 'react'
import type { Schemas } from '../api/client'
import { align, matchSize, spread } from '../acts/arrange'
import { combine, combinings, hasEdge, type Combining } from '../acts/shapes'
import type { AlignLayers } from '../live/core.gen'
import type { Edit, PlainValue } from '../live/document'
import { several } from '../live/edits'
import { useStageLayers } from '../stores/ofLayer'
import { useDocument } from '../stores/documentStore'
import { usePick } from '../stores/pick'
import { usePlayback } from '../stores/playbackStore'
import { useSelection } from '../stores/selectionStore'
import { Choice, Labelled, Tool } from '../shell/controls'
import { Act } from './Act'
import { editors } from './editors'
import { NumberField } from '../shell/NumberField'
import { Section } from './Section'
import { ownValues, unitOf } from '../values/valueInfo'
import { t } from '../words/words'

type By = AlignLayers['by']
type To = NonNullable<AlignLayers['to']>

const ways: [By, string, ReactNode][] = [
  ['left', t('Left edges'), <AlignStartVertical key="l" size={15} />],
  ['centre', t('Centres, across'), <AlignCenterVertical key="c" size={15} />],
  ['right', t('Right edges'), <AlignEndVertical key="r" size={15} />],
  ['top', t('Top edges'), <AlignStartHorizontal key="t" size={15} />],
  ['middle', t('Middles, down'), <AlignCenterHorizontal key="m" size={15} />],
  ['bottom', t('Bottom edges'), <AlignEndHorizontal key="b" size={15} />],
  ['baseline', t('Baselines'), <Baseline key="bl" size={15} />],
  ['capHeight', t('Heights of capitals'), <CaseUpper key="ch" size={15} />],
]

/** Aligning by what is seen, for one layer or several. */
export function AlignDetails({ count }: { count: number }) {
  const [to, setTo] = useState<To>('themselves')
  const target = count === 1 && to === 'themselves' ? 'frame' : to
  return (
    <Section title={t('Align')}>
      <Box mb="4px">
        <Choice
          label={t('Align to')}
          value={target}
          options={[
            ...(count > 1 ? [{ value: 'themselves', label: t('To each other') }] : []),
            { value: 'frame', label: t('To the frame') },
            { value: 'safeArea', label: t('To the graphics safe area') },
          ]}
          onChange={(e) => setTo(e.target.value as To)}
        />
      </Box>
      <Flex gap="2px" wrap="wrap">
        {ways.map(([by, name, icon]) => (
          <Tool key={by} label={t('Align: {name}', { name: name.toLowerCase() })} minW="28px" h="26px" onClick={() => align(by, target)}>
            {icon}
          </Tool>
        ))}
      </Flex>
    </Section>
  )
}

/** Several layers together: aligned, set with even gaps, made as large, and their common values set at once. */
export function SeveralDetails({ choices }: { choices: Schemas['Choices'] }) {
  const { selection } = usePick(useSelection, 'selection')
  const [gap, setGap] = useState(24)
  return (
    <>
      <Box color="soft" mb="6px">
        {t('{count} layers selected', { count: selection.length })}
      </Box>
      <AlignDetails count={selection.length} />
      <Section title={t('Gaps and sizes')}>
        <Flex gap="2px" wrap="wrap" align="center">
          <Tool label={t('Even gaps, across')} minW="28px" h="26px" disabled={selection.length < 3} onClick={() => spread(false)}>
            <AlignHorizontalSpaceBetween size={15} />
          </Tool>
          <Tool label={t('Even gaps, down')} minW="28px" h="26px" disabled={selection.length < 3} onClick={() => spread(true)}>
            <AlignVerticalSpaceBetween size={15} />
          </Tool>
          <Tool label={t('Make as wide as the widest')} minW="28px" h="26px" onClick={() => matchSize(false)}>
            <MoveHorizontal size={15} />
          </Tool>
          <Tool label={t('Make as high as the highest')} minW="28px" h="26px" onClick={() => matchSize(true)}>
            <MoveVertical size={15} />
          </Tool>
        </Flex>
        <Flex gap="4px" mt="4px" align="center">
          <NumberField label={t('Gap of the stack, px')} prefix="↕" value={gap} onChange={setGap} />
          <Act name={t('Stack down')} title={t('One below the other with this gap')} onClick={() => spread(true, gap)} />
          <Act name={t('Across')} title={t('Side by side with this gap')} onClick={() => spread(false, gap)} />
        </Flex>
      </Section>
      <CombineDetails choices={choices} />
      <Shared ids={selection} choices={choices} />
    </>
  )
}

/** Shapes made into one, as long as all of them have an edge. */
function CombineDetails({ choices }: { choices: Schemas['Choices'] }) {
  const { selection } = usePick(useSelection, 'selection')
  const { graphic } = usePick(useDocument, 'graphic')
  if (!graphic!.layers.filter((l) => selection.includes(l.id)).every((l) => hasEdge(l, choices.contents))) return null
  return (
    <Section title={t('Combine')}>
      <Flex gap="2px">
        {combinings.map(({ how, name, hint }) => (
          <Tool key={how} label={`${name}: ${hint.toLowerCase()}`} minW="28px" h="26px" onClick={() => void combine(how)}>
            <CombiningSign how={how} />
          </Tool>
        ))}
      </Flex>
    </Section>
  )
}

/** Two squares, and what is left of them. */
function CombiningSign({ how }: { how: Combining }) {
  const [back, front] = ['M2 2h8v8h-8z', 'M6 6h8v8h-8z']
  const area = {
    unite: 'M2 2h8v4h4v8h-8v-4h-4z',
    cut: 'M2 2h8v4h-4v4h-4z',
    overlap: 'M6 6h4v4h-4z',
    exclude: 'M2 2h8v4h-4v4h-4zM10 6h4v8h-8v-4h4z',
  }[how]
  return (
    <svg width="16" height="16" aria-hidden>
      <path d={`${back}${front}`} fill="none" stroke="currentColor" opacity="0.45" />
      <path d={area} fill="currentColor" />
    </svg>
  )
}

/** The values that all of them have; where they differ, that is said, and setting one sets all. */
function Shared({ ids, choices }: { ids: string[]; choices: Schemas['Choices'] }) {
  const { graphic, readings } = usePick(useDocument, 'graphic', 'readings')
  const { edit, preview } = useDocument.getState()
  const layers = graphic!.layers.filter((l) => ids.includes(l.id))
  const others = useStageLayers(choices.contents).filter((l) => !ids.includes(l.id))
  if (layers.length === 0) return null
  const values = layers.map((l) => new Map(ownValues(l, choices).map((v) => [v.address, v])))
  const common = [...values[0]!.values()].filter(
    (v) =>
      v.info.part === '' &&
      !['text', 'layers', 'edges', 'edge', 'layer', 'points', 'picture'].includes(v.info.kind) &&
      v.address !== 'position' &&
      values.every((m) => m.get(v.address)?.info.kind === v.info.kind),
  )
  const valueOf = (id: string, address: string): PlainValue | undefined => {
    const reading = readings[id]
    const words = reading?.words[address]
    return words === undefined ? reading?.values[address] : (JSON.parse(words) as PlainValue)
  }
  const each = (address: string, value: PlainValue, part?: string): Edit =>
    several(
      layers.map((l) => ({
        do: 'setValue' as const,
        layer: l.id,
        address: part ? `${address}/${part}` : address,
        value,
        at: usePlayback.getState().frame,
      })),
    )
  const hangs = new Set(layers.map((l) => l.hangsFrom ?? ''))
  return (
    <Section title={t('All of them')}>
      {common.map(({ address, info }) => {
        const all = layers.map((l) => valueOf(l.id, address))
        if (all.some((v) => v === undefined)) return null
        const mixed = new Set(all.map((v) => JSON.stringify(v))).size > 1
        const Editor = editors[info.kind]!
        const unit = unitOf(info)
        return (
          <Flex key={address} mb="5px" gap="6px" align="start" role="group" aria-label={info.label}>
            <Box w="80px" flexShrink={0} fontSize="12px" title={info.meaning}>
              {info.label}
              <Box as="span" color={mixed ? 'bad' : 'soft'} fontSize="12px" display="block">
                {mixed ? t('mixed') : unit}
              </Box>
            </Box>
            <Box flex="1" minW="0" opacity={mixed ? 0.65 : 1}>
              <Editor
                name={unit ? `${info.label}, ${unit}` : info.label}
                info={info}
                layerId={layers[0]!.id}
                value={all[0]!}
                mixed={mixed}
                onPreview={(v, part) => preview(v === null ? null : each(address, v, part))}
                onChange={(v, part) => void edit(each(address, v, part))}
              />
            </Box>
          </Flex>
        )
      })}
      <Labelled label={t('Hang from')}>
        <Choice
          label={t('Hang from')}
          value={hangs.size === 1 ? [...hangs][0]! : 'mixed'}
          options={[
            ...(hangs.size > 1 ? [{ value: 'mixed', label: t('Mixed') }] : []),
            { value: '', label: t('Nothing') },
            ...others.map((l) => ({ value: l.id, label: l.name })),
          ]}
          onChange={(e) => {
            if (e.target.value === 'mixed') return
            const { frame } = usePlayback.getState()
            void edit(several(layers.map((l) => ({ do: 'changeLayer' as const, layer: l.id, hangsFrom: e.target.value, at: frame }))))
          }}
        />
      </Labelled>
    </Section>
  )
}
